import { describe, expect, it } from "vitest";
import { parted } from "../../src/features/sheet-view/parted";

/** How wide a flag is on the light table, pixels. */
const FLAG_PX = 22;

const standing = (places: readonly (readonly [number, number])[]): [number, number][] =>
  parted(places).map(([across, down], i) => [places[i]![0] + across, places[i]![1] + down]);

/** The least distance between two of some points. */
const nearest = (points: readonly (readonly [number, number])[]): number =>
  Math.min(...points.flatMap(([x, y], i) => points.slice(i + 1).map(([a, b]) => Math.hypot(a - x, b - y))));

describe("flags", () => {
  it("that have room stand at their places", () => {
    expect(
      parted([
        [0, 0],
        [30, 0],
        [0, 30],
      ]),
    ).toEqual([
      [0, 0],
      [0, 0],
      [0, 0],
    ]);
  });
  it("at one place are parted, so that none hides another; the first stays", () => {
    const points = standing(Array.from({ length: 20 }, () => [100, 100] as const));
    expect(points[0]).toEqual([100, 100]);
    expect(nearest(points)).toBeGreaterThan(FLAG_PX);
  });
  it("close to each other are parted by little, up first", () => {
    const [, second] = parted([
      [100, 100],
      [103, 100],
    ]);
    expect(second![1]).toBeLessThan(0);
    expect(Math.hypot(...second!)).toBeLessThan(2 * FLAG_PX);
  });
  it("of a crowd that has no room stay at their places rather than wander off", () => {
    const places = Array.from({ length: 400 }, () => [100, 100] as const);
    const farthest = Math.max(...parted(places).map((shift) => Math.hypot(...shift)));
    expect(farthest).toBeLessThanOrEqual(150);
  });
});
