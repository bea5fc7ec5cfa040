import ExcelJS from "exceljs";
import { unzipSync } from "fflate";
import { bad, good, type Result } from "../base/result";
import type { Cell, Table } from "./table";

/** What a workbook may cost us. */
const MOST_UNPACKED = 256 * 2 ** 20;
const MOST_ROWS = 200_000;
const MOST_COLUMNS = 500;
const LONGEST_TITLE = 31;

/** Characters that XML can't hold or would change, as ISO/IEC 29500-1 writes them: `_x000D_`. */
const escaped = (text: string): string =>
  text
    .replace(/_x(?=[0-9A-Fa-f]{4}_)/g, "_x005F_x")
    .replace(
      /[\u0000-\u0008\u000b-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g,
      (c) => `_x${c.charCodeAt(0).toString(16).toUpperCase().padStart(4, "0")}_`,
    );

/** Tables as a workbook (ISO/IEC 29500), a sheet each. Cells are values, never formulas. */
export async function writeWorkbook(tables: readonly Table[]): Promise<Uint8Array> {
  const workbook = new ExcelJS.Workbook();
  workbook.creator = "Hemstitch";
  for (const table of tables) {
    const sheet = workbook.addWorksheet(table.title.slice(0, LONGEST_TITLE), {
      views: [{ state: "frozen", ySplit: 1 }],
    });
    sheet.addRow(table.columns.map(escaped)).font = { bold: true };
    for (const row of table.rows) sheet.addRow(row.map((cell) => (typeof cell === "string" ? escaped(cell) : cell)));
    table.columns.forEach((title, i) => {
      const longest = table.rows
        .slice(0, 200)
        .reduce((most, row) => Math.max(most, String(row[i] ?? "").length), title.length);
      sheet.getColumn(i + 1).width = Math.min(48, longest + 2);
    });
  }
  return new Uint8Array((await workbook.xlsx.writeBuffer()) as ArrayBuffer);
}

/** What was found in a workbook that is worth saying. */
export interface WorkbookNote {
  readonly sheet: string;
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

export interface ReadWorkbook {
  readonly tables: readonly Table[];
  readonly notes: readonly WorkbookNote[];
}

/** Reads a workbook's values. Formulas are taken by the result that is stored with them, never worked out. */
export async function readWorkbook(bytes: Uint8Array): Promise<Result<ReadWorkbook>> {
  const refused = tooLarge(bytes);
  if (refused) return refused;
  const workbook = new ExcelJS.Workbook();
  try {
    await workbook.xlsx.load(bytes.slice().buffer as never);
  } catch {
    return bad("not-a-workbook", "This is not an XLSX workbook that can be read.", {
      remedy: "Save it as XLSX (or CSV) and try again.",
    });
  }
  if (workbook.worksheets.length === 0)
    return bad("not-a-workbook", "This is not an XLSX workbook: it has no sheet.", {
      remedy: "Save it as XLSX (or CSV) and try again.",
    });
  const notes: WorkbookNote[] = [];
  const tables: Table[] = [];
  for (const sheet of workbook.worksheets) {
    if (sheet.rowCount > MOST_ROWS || sheet.columnCount > MOST_COLUMNS)
      return bad(
        "over-limit",
        `The sheet “${sheet.name}” has ${sheet.rowCount.toLocaleString("en")} rows and ${sheet.columnCount} columns; the limit is ${MOST_ROWS.toLocaleString("en")} and ${MOST_COLUMNS}.`,
      );
    tables.push(readSheet(sheet, notes));
  }
  return good({ tables, notes });
}

/** A small file can hold a great deal; what it says of itself is looked at before anything is unpacked. */
function tooLarge(bytes: Uint8Array): Result<never> | undefined {
  let unpacked = 0;
  try {
    unzipSync(bytes, {
      filter: (file) => {
        unpacked += file.originalSize;
        return false;
      },
    });
  } catch {
    return bad("not-a-workbook", "This is not an XLSX workbook: it is no ZIP archive.", {
      remedy: "Save it as XLSX (or CSV) and try again.",
    });
  }
  if (unpacked <= MOST_UNPACKED) return undefined;
  return bad(
    "over-limit",
    `The workbook unpacks to ${Math.round(unpacked / 2 ** 20)} MB; the limit is ${MOST_UNPACKED / 2 ** 20} MB.`,
  );
}

function readSheet(sheet: ExcelJS.Worksheet, notes: WorkbookNote[]): Table {
  const grid: Cell[][] = [];
  sheet.eachRow({ includeEmpty: true }, (row, number) => {
    const cells: Cell[] = [];
    row.eachCell({ includeEmpty: true }, (cell, column) => {
      cells[column - 1] = readCell(cell, (message) =>
        notes.push({ sheet: sheet.name, row: number, column: cell.address.replace(/\d+$/, ""), message }),
      );
    });
    grid[number - 1] = cells;
  });
  const width = sheet.columnCount;
  const [head = [], ...rows] = Array.from(grid, (row) => Array.from({ length: width }, (_, i) => row?.[i] ?? null));
  while (rows.length > 0 && rows.at(-1)?.every((cell) => cell === null)) rows.pop();
  return { title: sheet.name, columns: head.map((cell) => (cell === null ? "" : String(cell))), rows };
}

function readCell(cell: ExcelJS.Cell, note: (message: string) => void): Cell {
  if (cell.isMerged && cell.master.address !== cell.address) {
    note(`is merged with ${cell.master.address}; its value is taken`);
    return readCell(cell.master, () => undefined);
  }
  const { value } = cell;
  if (value === null || value === undefined) return null;
  if (typeof value === "string") return value;
  if (typeof value === "number" || typeof value === "boolean") return value;
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if ("richText" in value) return value.richText.map((part) => part.text).join("");
  if ("hyperlink" in value) return typeof value.text === "string" ? value.text : value.hyperlink;
  if ("error" in value) {
    note(`holds the error ${value.error}`);
    return value.error;
  }
  return formulaResult(value, note);
}

function formulaResult(value: object, note: (message: string) => void): Cell {
  const result = "result" in value ? (value.result as unknown) : undefined;
  if (typeof result === "string" || typeof result === "number" || typeof result === "boolean") {
    note("is a formula; the result stored with it is taken");
    return typeof result === "string" ? result : result;
  }
  note("is a formula without a stored result, and is taken as empty");
  return null;
}
