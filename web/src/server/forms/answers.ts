/** What is answered to who made something: the id that it got. */
export interface Made {
  readonly id: string;
}

/** The row that the database gave back for what was put in. */
export function stored<T>(row: T | undefined): T {
  if (row === undefined) throw new Error("The database took a row and gave none back.");
  return row;
}

/** A value as it arrives in an answer: JSON has no dates, they come as text (ISO 8601). */
export type Sent<T> = T extends Date
  ? string
  : T extends readonly (infer Each)[]
    ? readonly Sent<Each>[]
    : T extends object
      ? { readonly [K in keyof T]: Sent<T[K]> }
      : T;
