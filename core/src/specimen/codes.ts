import type { Board, Point } from "../drawing";
import { drawLeader, labelFrom, shortened } from "../drawn";
import type { LabelPatternEntry, LegendCodeEntry } from "../standard/plain";
import { drawPoche } from "./poche";
import type { Specimen, SpecimenContext } from "./specimen";

/** Lettering of labels and legends, and of the title over a legend, millimetres. */
const LABEL_MM = 2.5;
const TITLE_MM = 3.5;
/** Where a legend's meanings begin, counted from its codes. */
const MEANING_MM = 18;
const LEGEND_MM = 46;

const pen = ({ lookup }: SpecimenContext, nth: number): number => lookup.pens[nth]?.widthMm ?? 0.25;

/** A cut piece with the code on a leader, and the code in its legend. */
export function codeSpecimen(entry: LegendCodeEntry, context: SpecimenContext): Specimen {
  const { widthMm } = context;
  const heightMm = 22;
  return {
    widthMm,
    heightMm,
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
      board.text(capitalised(entry.group), LEGEND_MM, 14, { heightMm: TITLE_MM });
      board.line(LEGEND_MM, 12, widthMm - 4, 12);
      board.text(shortened(board, entry.code, LABEL_MM, MEANING_MM - 2), LEGEND_MM, 6, { heightMm: LABEL_MM });
      const room = widthMm - 4 - LEGEND_MM - MEANING_MM;
      board.text(shortened(board, entry.meaning, LABEL_MM, room), LEGEND_MM + MEANING_MM, 6, { heightMm: LABEL_MM });
    },
  };
}

const MOST_EXAMPLES = 4;
const EXAMPLE_MM = 12;

/** The examples of a pattern as labels on leaders, one above the other. */
export function labelSpecimen(entry: LabelPatternEntry, context: SpecimenContext): Specimen | undefined {
  const examples = entry.pattern.examples.slice(0, MOST_EXAMPLES);
  if (examples.length === 0) return undefined;
  const { widthMm } = context;
  const heightMm = examples.length * EXAMPLE_MM + 4;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      examples.forEach((label, i) => {
        const y = heightMm - 2 - (i + 1) * EXAMPLE_MM;
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
  const shown = shortened(board, label, LABEL_MM, mostX - labelFrom(knee));
  drawLeader(board.pen(pen(context, 1)), style, shown, LABEL_MM, tip, knee);
}

const NO_STYLE = { leaderTerminator: "dot", leaderTerminatorMm: 2 } as const;

const capitalised = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);
