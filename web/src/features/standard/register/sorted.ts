import type { Column, Row } from "./columns";

/** By which column rows stand, and which way. */
export interface Sorting {
  readonly path: string;
  readonly falling: boolean;
}

/** Rising, falling, then as the standard has it. */
export const nextSorting = (was: Sorting | null, path: string): Sorting | null =>
  was?.path !== path ? { path, falling: false } : was.falling ? null : { path, falling: true };

const collator = new Intl.Collator("en", { numeric: true });

/** Rows by a column: figures by size, words by alphabet; the empty ones last either way. */
export function sorted(rows: readonly Row[], columns: readonly Column[], sorting: Sorting | null): readonly Row[] {
  const column = columns.find((each) => each.path === sorting?.path);
  if (!sorting || !column) return rows;
  const way = sorting.falling ? -1 : 1;
  const compare =
    column.shape === "number"
      ? (a: string, b: string): number => Number(a) - Number(b)
      : (a: string, b: string): number => collator.compare(a, b);
  return rows
    .map((row) => ({ row, text: column.textOf(row) }))
    .sort((a, b) => Number(a.text === "") - Number(b.text === "") || way * compare(a.text, b.text))
    .map(({ row }) => row);
}
