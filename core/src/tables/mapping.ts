/** Stands for a column that somebody said is not to be read. */
export const LEFT_OUT = "-";

/**
 * Which property each column of a table fills, by the column's place: its path, `LEFT_OUT`, or null where nobody
 * has said yet. What nobody has decided is asked about, and never dropped in silence.
 */
export type Mapping = readonly (string | null)[];

/** A cell that somebody corrects: its row as `DryRow` counts, its column from 0, and what it is to hold. */
export type Correction = readonly [row: number, column: number, text: string];
