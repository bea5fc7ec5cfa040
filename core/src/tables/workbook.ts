import { bad, good, type Result } from "../base/result";
import type { Cell, Table } from "./table";
import { lettersOf } from "./xlsx/address";
import { readSheets, SheetTooLarge, type ReadSheet } from "./xlsx/read";
import { TooMuch } from "./xlsx/unpack";
import { writeSheets } from "./xlsx/write";

/** What a workbook may cost us. */
const LIMITS = { unpacked: 256 * 2 ** 20, rows: 200_000, columns: 500 } as const;
const LONGEST_TITLE = 31;
/** Columns are as wide as what is in their first rows, up to this many characters. */
const WIDEST = 48;
const ROWS_MEASURED = 200;

/** Tables as a workbook (ISO/IEC 29500), a sheet each. Cells are values, never formulas. */
export const writeWorkbook = (tables: readonly Table[]): Uint8Array =>
  writeSheets(
    tables.map(({ title, columns, rows }) => ({
      name: title.slice(0, LONGEST_TITLE),
      titles: columns,
      rows,
      widths: columns.map((column, i) => {
        const longest = rows
          .slice(0, ROWS_MEASURED)
          .reduce((most, row) => Math.max(most, String(row[i] ?? "").length), column.length);
        return Math.min(WIDEST, longest + 2);
      }),
    })),
  );

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

const SAVE_AS = "Save it as XLSX (or CSV) and try again.";

/** Reads a workbook's values. Formulas are taken by the result that is stored with them, never worked out. */
export function readWorkbook(bytes: Uint8Array): Result<ReadWorkbook> {
  try {
    const sheets = readSheets(bytes, LIMITS);
    if (sheets.length === 0)
      return bad("not-a-workbook", "This is not an XLSX workbook: it has no sheet.", { remedy: SAVE_AS });
    const notes = sheets.flatMap(({ name, notes: own }) => own.map((note) => ({ sheet: name, ...note })));
    return good({ tables: sheets.map(tableOf), notes });
  } catch (error) {
    return isArchive(bytes) ? refusalOf(error) : NO_ARCHIVE;
  }
}

/** Every ZIP archive begins so. */
const isArchive = ([a, b]: Uint8Array): boolean => a === 0x50 && b === 0x4b;

const NO_ARCHIVE = bad("not-a-workbook", "This is not an XLSX workbook: it is no ZIP archive.", { remedy: SAVE_AS });

function refusalOf(error: unknown): Result<never> {
  if (error instanceof TooMuch)
    return bad("over-limit", `The workbook unpacks to more than ${LIMITS.unpacked / 2 ** 20} MB, which is the limit.`);
  if (error instanceof SheetTooLarge) {
    const { sheet, place } = error;
    return bad(
      "over-limit",
      `The sheet “${sheet}” has something at ${lettersOf(place.column)}${place.row}; the limit is ${LIMITS.rows.toLocaleString("en")} rows and ${LIMITS.columns} columns.`,
      { remedy: "Delete what stands that far out, or split the sheet." },
    );
  }
  return bad("not-a-workbook", "This is not an XLSX workbook that can be read.", { remedy: SAVE_AS });
}

function tableOf({ name, grid, width }: ReadSheet): Table {
  const [head = [], ...rows] = Array.from(grid, (row) =>
    Array.from({ length: width }, (_, i): Cell => row?.[i] ?? null),
  );
  return { title: name, columns: head.map((cell) => (cell === null ? "" : String(cell))), rows };
}
