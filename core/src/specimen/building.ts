import type { Point } from "../drawing";
import { Lettered } from "../plot";
import { parseSlope, type OpeningEntry, type SlopeEntry, type WallTypeEntry } from "../standard/plain";
import { drawPoche } from "./poche";
import type { Specimen, SpecimenContext } from "./form";

/** A length of wall in plan at the scale. */
export function wallSpecimen(wall: WallTypeEntry, { lookup, scale, widthMm }: SpecimenContext): Specimen {
  const thick = wall.thicknessMm / scale;
  const heightMm = thick + 12;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      const outline: Point[] = [
        [4, 6],
        [widthMm - 4, 6],
        [widthMm - 4, 6 + thick],
        [4, 6 + thick],
      ];
      board.ink(0).pen(lookup.pens[0]?.widthMm ?? 0.13);
      drawPoche(board, outline);
      board
        .pen(lookup.pens[4]?.widthMm ?? 0.5)
        .line(4, 6, widthMm - 4, 6)
        .line(4, 6 + thick, widthMm - 4, 6 + thick);
    },
  };
}

const SILL_MM = 900;

/** An opening in elevation at the scale: its width, and its head over the floor. */
export function openingSpecimen(opening: OpeningEntry, { lookup, scale, widthMm }: SpecimenContext): Specimen {
  const head = (opening.headMm ?? 2100) / scale;
  const width = opening.widthMm / scale;
  const heightMm = head + 16;
  return {
    widthMm: Math.max(widthMm, width + 28),
    heightMm,
    draw: (board) => {
      const sill = opening.use === "window" ? Math.min(SILL_MM / scale, head * 0.6) : 0;
      const x = 12;
      board
        .ink(0)
        .pen(lookup.pens[4]?.widthMm ?? 0.5)
        .line(2, 6, x + width + 14, 6);
      board.pen(lookup.pens[2]?.widthMm ?? 0.25).rectangle({ x, y: 6 + sill, width, height: head - sill });
      const inner = Math.min(1, width / 8);
      board
        .pen(lookup.pens[1]?.widthMm ?? 0.18)
        .rectangle({ x: x + inner, y: 6 + sill, width: width - 2 * inner, height: head - sill - inner });
      if (opening.use === "door")
        board.polyline([
          [x + inner, 6],
          [x + width - inner, 6 + head / 2],
          [x + inner, 6 + head - inner],
        ]);
    },
  };
}

const LABEL_MM = 2.5;
const LEAST_RUN_MM = 24;

/** The slope as a right-angled triangle with its rise and run. */
export function slopeSpecimen(slope: SlopeEntry, { lookup, widthMm }: SpecimenContext): Specimen {
  const read = parseSlope(slope.slope);
  const ratio = read.ok ? read.value.rise / read.value.run : 0;
  // Counted generously: how wide the letters are is known by the board alone.
  const room = slope.slope.length * lookup.letteringHeight(LABEL_MM) * 0.75;
  const run = Math.min(Math.max(LEAST_RUN_MM, widthMm - 12 - room), 60 / Math.max(1, ratio));
  const rise = run * ratio;
  const heightMm = Math.max(rise, 4) + 14;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      board
        .ink(0)
        .pen(lookup.pens[4]?.widthMm ?? 0.5)
        .line(6, 7, 6 + run, 7 + rise);
      board.pen(lookup.pens[1]?.widthMm ?? 0.18).polyline([
        [6, 7],
        [6 + run, 7],
        [6 + run, 7 + rise],
      ]);
      const label = Lettered.near(board.fillInk(0), lookup, LABEL_MM);
      label.asWritten(label.cutAsWritten(slope.slope, widthMm - 10 - run), 8 + run, 7 + rise / 2);
    },
  };
}
