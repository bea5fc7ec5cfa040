/** What is answered to who made something: the id that it got. */
export interface Made {
  readonly id: string;
}

/** The row that the database gave back for what was put in. */
export function stored<T>(row: T | undefined): T {
  if (row === undefined) throw new Error("The database took a row and gave none back.");
  return row;
}
