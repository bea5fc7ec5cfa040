import { capitalised } from "../base/words";
import type { Board, Point } from "../drawing";
import { drawLeader, labelFrom, Lettered } from "../plot";
import type { LabelPatternEntry, LegendCodeEntry } from "../standard/plain";
import { drawPoche } from "./poche";
import type { Specimen, SpecimenContext } from "./form";

/** Lettering of labels and legends, and of the title over a legend, as it usually is; millimetres. */
const LABEL_MM = 2.5;
const TITLE_MM = 3.5;
/** Where a legend's meanings begin, counted from its codes. */
const MEANING_MM = 18;
const LEGEND_MM = 46;
const MARGIN_MM = 4;
/** Baseline of a legend's row, and from the top of its letters to the line under the title. */
const ROW_MM = 6;
const LINE_OVER_MM = 3.5;
const TITLE_OVER_MM = 2;

const pen = ({ lookup }: SpecimenContext, nth: number): number => lookup.pens[nth]?.widthMm ?? 0.25;

/** A cut piece with the code on a leader, and the code in its legend. */
export function codeSpecimen(entry: LegendCodeEntry, context: SpecimenContext): Specimen {
  const { widthMm, lookup } = context;
  const line = ROW_MM + lookup.letteringHeight(LABEL_MM) + LINE_OVER_MM;
  return {
    widthMm,
    heightMm: line + TITLE_OVER_MM + lookup.letteringHeight(TITLE_MM) + MARGIN_MM,
    draw: (board) => {
      const outline: Point[] = [
        [4, 4],
        [20, 4],
        [20, 9],
        [4, 9],
      ];
      board.ink(0).fillInk(0).pen(pen(context, 0));
      drawPoche(board, outline);
      board.pen(pen(context, 4)).rectangle({ x: 4, y: 4, width: 16, height: 5 });
      onLeader(board, context, entry.code, [14, 6.5], LEGEND_MM - 4);
      board.pen(pen(context, 1));
      const row = Lettered.near(board, lookup, LABEL_MM);
      const title = Lettered.near(board, lookup, TITLE_MM);
      const group = title.shortened(capitalised(entry.group), widthMm - MARGIN_MM - LEGEND_MM);
      title.asWritten(group, LEGEND_MM, line + TITLE_OVER_MM);
      board.line(LEGEND_MM, line, widthMm - MARGIN_MM, line);
      row.asWritten(row.cutAsWritten(entry.code, MEANING_MM - 2), LEGEND_MM, ROW_MM);
      const room = widthMm - MARGIN_MM - LEGEND_MM - MEANING_MM;
      row.asWritten(row.shortened(entry.meaning, room), LEGEND_MM + MEANING_MM, ROW_MM);
    },
  };
}

const MOST_EXAMPLES = 4;
/** From one example to the next, besides twice the height of its letters. */
const EXAMPLE_MM = 7;

/** The examples of a pattern as labels on leaders, one above the other. */
export function labelSpecimen(entry: LabelPatternEntry, context: SpecimenContext): Specimen | undefined {
  const examples = entry.pattern.examples.slice(0, MOST_EXAMPLES);
  if (examples.length === 0) return undefined;
  const { widthMm, lookup } = context;
  const each = EXAMPLE_MM + 2 * lookup.letteringHeight(LABEL_MM);
  const heightMm = examples.length * each + MARGIN_MM;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      examples.forEach((label, i) => {
        const y = heightMm - 2 - (i + 1) * each;
        board
          .ink(0)
          .fillInk(0)
          .pen(pen(context, 2))
          .rectangle({ x: 4, y: y + 1, width: 16, height: 7 });
        onLeader(board, context, label, [14, y + 4.5], widthMm - 4);
      });
    },
  };
}

/** A label on a leader from a point, no further right than `mostX`; it ends as the office's first dimension style says. */
function onLeader(board: Board, context: SpecimenContext, label: string, tip: Point, mostX: number): void {
  const knee: Point = [tip[0] + 7, tip[1] + 5];
  const style = context.lookup.standard.dimensionStyles[0] ?? NO_STYLE;
  const lettered = Lettered.near(board, context.lookup, LABEL_MM);
  const shown = lettered.cutAsWritten(label, mostX - labelFrom(knee));
  drawLeader(board.pen(pen(context, 1)), style, shown, lettered, tip, knee);
}

const NO_STYLE = { leaderTerminator: "dot", leaderTerminatorMm: 2 } as const;
