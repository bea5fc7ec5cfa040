/** Titles of columns as one key: tables with the same columns are mapped alike. */
export const columnsKey = (columns: readonly string[]): string =>
  columns.map((column) => column.trim().toLowerCase()).join("\u001f");
