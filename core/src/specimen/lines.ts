import type { Board } from "../drawing";
import { penIn, plotsWith, shade } from "../plot";
import type { LayerEntry, LineTypeEntry, PenEntry, PenScheduleEntry } from "../standard/plain";
import { drawPlanFragment, FRAGMENT } from "./plan-fragment";
import type { Specimen, SpecimenContext } from "./form";

interface Look {
  readonly widthMm: number;
  readonly dashMm: readonly number[];
  readonly shadePercent: number;
}

/** A long line, an outline, a circle and a corner in one look. */
function drawLook(board: Board, { widthMm, dashMm, shadePercent }: Look, width: number, top: number): void {
  board.ink(shade(shadePercent)).pen(widthMm, dashMm);
  board.line(4, top, width - 4, top);
  board.rectangle({ x: 4, y: top - 24, width: width * 0.42, height: 18 });
  board.circle(width * 0.66, top - 15, 9);
  board.polyline([
    [width * 0.82, top - 6],
    [width - 4, top - 6],
    [width - 4, top - 24],
  ]);
}

const ROOM = 30;

export function layerSpecimen(layer: LayerEntry, { lookup, widthMm }: SpecimenContext): Specimen {
  const heightMm = ROOM + FRAGMENT.heightMm + 6;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      const look = plotsWith(lookup, layer);
      board.layer(layer.name);
      drawLook(board, look, widthMm, heightMm - 4);
      drawPlanFragment(board, 4, 3, look, lookup);
    },
  };
}

export function penSpecimen(pen: PenEntry, { lookup, widthMm }: SpecimenContext): Specimen {
  const heightMm = ROOM + FRAGMENT.heightMm + 6;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      const look = { widthMm: pen.widthMm, dashMm: [], shadePercent: pen.shadePercent };
      drawLook(board, look, widthMm, heightMm - 4);
      drawPlanFragment(board, 4, 3, look, lookup);
    },
  };
}

/** A line type in every pen of the schedule: its dashes grow with the width. */
export function lineTypeSpecimen(type: LineTypeEntry, { lookup, widthMm }: SpecimenContext): Specimen {
  const row = 5;
  const heightMm = lookup.pens.length * row + 6;
  return {
    widthMm,
    heightMm,
    draw: (board) =>
      lookup.pens.forEach((pen, i) => {
        const y = heightMm - 5 - i * row;
        board
          .ink(shade(pen.shadePercent))
          .pen(
            pen.widthMm,
            type.pattern.map((each) => each * pen.widthMm),
          )
          .line(14, y, widthMm - 3, y)
          .fillInk(0)
          .text(String(pen.widthMm), 11, y - 0.9, { heightMm: 1.8, align: "right" });
      }),
  };
}

/** What a schedule changes: each layer in the general pen and in the schedule's. */
export function penScheduleSpecimen(
  schedule: PenScheduleEntry,
  { standard, lookup, widthMm }: SpecimenContext,
): Specimen {
  const row = 7;
  const rows = schedule.changes.slice(0, 24);
  const heightMm = Math.max(12, rows.length * row + 8);
  return {
    widthMm,
    heightMm,
    draw: (board) =>
      rows.forEach((change, i) => {
        const y = heightMm - 7 - i * row;
        const layer = lookup.layer(change.layer);
        if (!layer) return;
        const general = plotsWith(lookup, layer, penIn(standard, undefined));
        const changed = plotsWith(lookup, layer, () => change.pen);
        board.fillInk(0).text(layer.name, 3, y - 0.9, { heightMm: 1.8 });
        board
          .ink(shade(general.shadePercent))
          .pen(general.widthMm, general.dashMm)
          .line(32, y, widthMm / 2 + 12, y);
        board
          .ink(shade(changed.shadePercent))
          .pen(changed.widthMm, changed.dashMm)
          .line(widthMm / 2 + 17, y, widthMm - 3, y);
      }),
  };
}
