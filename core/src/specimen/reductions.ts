import { asSet, shortened, styleLettering } from "../plot";
import type { ReductionEntry } from "../standard/plain";
import type { Specimen, SpecimenContext } from "./form";

const ROW_MM = 6;
const GAP_MM = 3;
/** Larger lettering survives any print. */
const MOST_ROWS = 6;

/** The smallest lettering and the thinnest pens of the office as that print has them, at true size. */
export function reductionSpecimen(
  { percent }: ReductionEntry,
  { lookup, sample, widthMm }: SpecimenContext,
): Specimen | undefined {
  const share = percent / 100;
  const styles = lookup.textStyles.slice(0, MOST_ROWS);
  const pens = lookup.pens.slice(0, MOST_ROWS);
  const rows = Math.max(styles.length, pens.length);
  if (rows === 0) return undefined;
  const tallest = Math.max(ROW_MM, ...styles.map((style) => style.heightMm * share + GAP_MM));
  const heightMm = rows * tallest + 4;
  const middle = widthMm / 2;
  return {
    widthMm,
    heightMm,
    draw: (board) => {
      const y = (row: number): number => heightMm - 2 - (row + 1) * tallest + GAP_MM / 2;
      board.ink(0).fillInk(0);
      styles.forEach((style, row) => {
        const h = style.heightMm * share;
        const text = asSet(style, sample ?? "Waiting hall 3600");
        board.lettering(styleLettering(style)).text(shortened(board, text, h, middle - 8), 4, y(row), { heightMm: h });
      });
      board.lettering();
      pens.forEach((pen, row) => {
        const h = Math.min(2.5, tallest - GAP_MM);
        board.pen(pen.widthMm * share).line(middle, y(row) + h / 2, widthMm - 22, y(row) + h / 2);
        board.text(shortened(board, pen.id, h, 16), widthMm - 20, y(row), { heightMm: h });
      });
    },
  };
}
