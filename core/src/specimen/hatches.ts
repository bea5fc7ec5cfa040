import type { Point } from "../drawing";
import { hatchLines, shade, startOf } from "../plot";
import { hatchFactor, type HatchEntry } from "../standard/plain";
import type { Specimen, SpecimenContext } from "./form";

/** An oblong and a wall's corner filled with the hatch at the scale, each in an outline. */
export function hatchSpecimen(hatch: HatchEntry, { lookup, scale, widthMm }: SpecimenContext): Specimen {
  const heightMm = 52;
  const half = widthMm / 2;
  const oblong: Point[] = [
    [4, 4],
    [4, heightMm - 4],
    [half + 8, heightMm - 4],
    [half + 8, 4],
  ];
  const [x, right, top] = [half + 14, widthMm - 4, heightMm - 4];
  const corner: Point[] = [
    [x, 4],
    [x, top],
    [right, top],
    [right, top - 9],
    [x + 9, top - 9],
    [x + 9, 4],
  ];
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      const pen = lookup.pen(hatch.pen ?? "");
      if (hatch.layer) board.layer(hatch.layer);
      for (const outline of [oblong, corner]) {
        board.ink(shade(pen?.shadePercent ?? 100)).pen(pen?.widthMm ?? 0.13);
        const lines = hatchLines(hatch, outline, startOf(hatch, outline), hatchFactor(hatch, scale));
        for (const [x1, y1, x2, y2] of lines) board.line(x1, y1, x2, y2);
        board.ink(0).pen(0.35).polyline(outline, true);
      }
    },
  };
}
