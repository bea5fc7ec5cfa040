import { expect, it } from "vitest";
import type { PointMm } from "../../src/drawing";
import { FileFacts } from "../../src/recognise/recogniser";
import { REGIONS, type Regions } from "../../src/recognise/regions";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { stroke } from "../support/drawn";
import { onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

const regionsOf = async (content: string): Promise<Regions> => {
  const drawing = await drawingOf(onePage({ content }));
  return new FileFacts(drawing, new StandardLookup(preset("tarnwick")!)).pages[0]!.of(REGIONS)[0]!.value;
};
const at = (regions: Regions, ...points: PointMm[]): number[] => points.map((point) => regions.of(point));

it("takes two legs that meet at the top, or only by way of a third, for one part", async () => {
  const gate = stroke(60, 40, 60, 150) + stroke(150, 40, 150, 150) + stroke(60, 150, 150, 150);
  const comb = stroke(220, 40, 220, 100) + stroke(260, 40, 260, 150) + stroke(220, 100, 260, 100);
  const regions = await regionsOf(gate + comb);
  expect(regions.boxes).toHaveLength(2);
  expect(at(regions, [60, 40], [150, 40], [100, 150])).toEqual([0, 0, 0]);
  expect(at(regions, [220, 40], [260, 150])).toEqual([1, 1]);
  expect(at(regions, [185, 90])).toEqual([-1]);
});

it("parts what has white paper between, and keeps what stands within another apart from it", async () => {
  const ring =
    stroke(60, 40, 260, 40) + stroke(260, 40, 260, 240) + stroke(260, 240, 60, 240) + stroke(60, 240, 60, 40);
  const regions = await regionsOf(ring + stroke(150, 130, 170, 150) + stroke(300, 60, 340, 60));
  expect(regions.boxes).toHaveLength(3);
  const [around, within, beside] = at(regions, [60, 100], [160, 140], [320, 60]);
  expect(new Set([around, within, beside]).size).toBe(3);
  const box = regions.boxes[within!]!;
  // A cell of 3.5 mm more or less.
  expect(Math.abs(box.x - 150)).toBeLessThan(4);
  expect(Math.abs(box.width - 20)).toBeLessThan(8);
  expect(regions.within(beside!)![1]).toBeGreaterThan(55);
});
