import { groupedBy } from "../../base/grouped";
import type { BoxMm } from "../../drawing";
import type { TextLine } from "../lettering";
import type { LineWork } from "../line-work";
import type { PageFacts } from "../recogniser";
import { cellAround } from "./cells";
import { fieldOf, labelled } from "./labels";
import { isIn, letteringIn, type TitleCell } from "./title-cell";

/** So many columns of a row have heads before all of it does. */
const LEAST_COLUMNS = 2;

/**
 * Cells without those that head the columns of a table: what belongs to them stands in the cells below or above. Where
 * half of a row of labels head columns, all of it does: a column may be empty, or hold what reads like a label.
 */
export function withoutHeaders(
  facts: PageFacts,
  lines: LineWork,
  cells: readonly TitleCell[],
  looked: { left: number },
): TitleCell[] {
  const bare = cells.filter(({ boxMm, value, labelLine }) => value === "" && labelLine && isIn(boxMm, labelLine));
  const heads = new Set(bare.filter(({ boxMm }) => headsColumn(facts, lines, boxMm, looked)));
  const rows = groupedBy(bare, ({ boxMm }) => `${Math.round(boxMm.y)} ${Math.round(boxMm.height)}`);
  for (const row of rows.values()) {
    const own = row.filter((cell) => heads.has(cell)).length;
    if (own >= LEAST_COLUMNS && own * 2 >= row.length) for (const cell of row) heads.add(cell);
  }
  return cells.filter((cell) => !heads.has(cell));
}

function headsColumn(
  facts: PageFacts,
  lines: LineWork,
  { x, y, width, height }: BoxMm,
  looked: { left: number },
): boolean {
  return [y - 1, y + height + 1].some((at) => {
    const other = cellAround(lines, [x + width / 2, at], looked);
    const isInColumn = other && Math.abs(other.x - x) < 0.5 && Math.abs(other.width - width) < 0.5;
    return isInColumn && isOfTable(letteringIn(facts, other));
  });
}

/** A cell of a table holds something, and no label. */
const isOfTable = (inside: readonly TextLine[]): boolean =>
  inside.length > 0 && inside.every(({ text }) => fieldOf(text) === undefined && !labelled(text));
