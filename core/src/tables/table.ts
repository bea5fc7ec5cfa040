/** A value of a cell; null is an empty one. */
export type Cell = string | number | boolean | null;

export const isEmpty = (cell: Cell | undefined): boolean => cell === null || cell === undefined || cell === "";

/** A table as spreadsheets hold it: a row of titles, and rows of cells under them. */
export interface Table {
  readonly title: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}
