import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isInside, RING_ENDS, visiblePieces, type Clip } from "../../src/drawing";

const PAPER: Clip = { outer: -1, boxMm: { x: 0, y: 0, width: 100, height: 100 }, evenOdd: false };
const box = { x: 20, y: 30, width: 40, height: 20 };
const asBox: Clip = { outer: 0, boxMm: box, evenOdd: false };
const asOutline: Clip = { ...asBox, outline: [20, 30, 60, 30, 60, 50, 20, 50] };
const point = fc.tuple(fc.integer({ min: -20, max: 120 }), fc.integer({ min: -20, max: 120 }));
const lengthOf = (pieces: readonly number[]): number =>
  pieces.reduce((sum, each, i) => (i % 2 === 1 ? sum + each - pieces[i - 1]! : sum), 0);

describe("what clips leave of a line", () => {
  it("is the same for a box and for its outline", () =>
    fc.assert(
      fc.property(point, point, ([x0, y0], [x1, y1]) => {
        const [a, b] = [asBox, asOutline].map((clip) => visiblePieces([PAPER, clip], 1, x0, y0, x1, y1));
        expect(Math.abs(lengthOf(a!) - lengthOf(b!))).toBeLessThan(0.01);
      }),
    ));
  it("is what lies inside, by points along it", () => {
    // A ring with a hole: both rules, and one ring within another.
    const rings = [10, 10, 90, 10, 90, 90, 10, 90, RING_ENDS, RING_ENDS, 40, 40, 40, 60, 60, 60, 60, 40];
    const ring: Clip = { outer: 0, boxMm: { x: 10, y: 10, width: 80, height: 80 }, outline: rings, evenOdd: true };
    fc.assert(
      fc.property(point, point, ([x0, y0], [x1, y1]) => {
        const pieces = visiblePieces([PAPER, ring], 1, x0, y0, x1, y1);
        for (let i = 1; i < 40; i++) {
          const t = i / 40 + 0.0003;
          const [x, y] = [x0 + (x1 - x0) * t, y0 + (y1 - y0) * t];
          const inside = isInside(rings, true, x, y) && x > 0 && y > 0 && x < 100 && y < 100;
          const shown = pieces.some((from, k) => k % 2 === 0 && t >= from - 1e-9 && t <= pieces[k + 1]! + 1e-9);
          // On an edge either will do.
          const onEdge = [10, 90, 40, 60].some((edge) => Math.abs(x - edge) < 0.02 || Math.abs(y - edge) < 0.02);
          if (!onEdge) expect(shown).toBe(inside);
        }
      }),
    );
  });
  it("is cut by an outline's box, too, which holds the boxes around it", () => {
    const half: Clip = { ...asOutline, boxMm: { ...box, width: 20 } };
    expect(lengthOf(visiblePieces([PAPER, half], 1, 0, 40, 100, 40))).toBeCloseTo(0.2, 3);
  });
  it("is nothing in a clip without extent, and all on its edge", () => {
    const nothing: Clip = { outer: 0, boxMm: { x: 50, y: 50, width: 0, height: 0 }, evenOdd: false };
    expect(visiblePieces([PAPER, nothing], 1, 0, 50, 100, 50)).toEqual([]);
    expect(visiblePieces([PAPER, asOutline], 1, 20, 30, 60, 30)).toEqual([0, 1]);
  });
});
