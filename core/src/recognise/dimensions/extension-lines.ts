import type { Page } from "../../drawing";
import { MOST_OVERSHOOT_MM, ON_LINE_MM, type Crossing } from "./stops";

/**
 * What a draughtsman sees: an extension line is drawn with the pen of the dimension line, on its layer, and ends a
 * little beyond it. It may run to the object or be as short as the style wants it. A face of a wall that a dimension
 * inside a room ends at crosses there, too, and is none: it has the wall's pen, or goes on at both sides. So do lines of
 * hatches, grid lines, and the diagonal of a foundation; of those nothing can be said about gap, length or overshoot.
 * Where one is drawn twice, whole and in pieces that meet at the dimension line, the whole one is seen.
 */
export function extensionAt(page: Page, dimensionRow: number, crossings: readonly Crossing[]): Crossing | undefined {
  const { paths } = page;
  const isOwn = ({ row }: Crossing): boolean =>
    paths.layer[row] === paths.layer[dimensionRow] &&
    paths.strokeColour[row] === paths.strokeColour[dimensionRow] &&
    paths.dash[row] === paths.dash[dimensionRow] &&
    Math.abs((paths.widthMm[row] ?? 0) - (paths.widthMm[dimensionRow] ?? 0)) <= SAME_PEN_MM;
  const own = crossings.filter((each) => shorterSide(each) <= MOST_OVERSHOOT_MM && isOwn(each));
  return own
    .filter((each) => !own.some((other) => isPieceOf(each, other)))
    .sort((a, b) => shorterSide(a) - shorterSide(b) || b.leftMm + b.rightMm - a.leftMm - a.rightMm)[0];
}

const SAME_PEN_MM = 0.02;

const shorterSide = ({ leftMm, rightMm }: Crossing): number => Math.min(leftMm, rightMm);

/** Whether one ends at the dimension line and another runs over it and on beyond. */
const isPieceOf = (piece: Crossing, whole: Crossing): boolean =>
  shorterSide(piece) <= ON_LINE_MM &&
  shorterSide(whole) > ON_LINE_MM &&
  whole.leftMm >= piece.leftMm - ON_LINE_MM &&
  whole.rightMm >= piece.rightMm - ON_LINE_MM;
