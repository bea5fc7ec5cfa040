import { and, eq } from "drizzle-orm";
import { PROPERTIES, type EntryEdit, type ListName } from "@hemstitch/core/standard";
import {
  dryRun,
  readCsv,
  readWorkbook,
  suggestMapping,
  type DryRun,
  type Mapping,
  type Table,
} from "@hemstitch/core/tables";
import { bad, good, type Result } from "@hemstitch/core/quantity";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { importMappings } from "../database/schema";
import { draftOf } from "./standard";

/** Rows that a page shows of a dry run; the sums count them all, and wrong rows come first. */
const MOST_ROWS = 1000;

/** What a dry run tells a page. */
export interface TriedTable extends Omit<DryRun, "edits"> {
  readonly columns: readonly string[];
  readonly mapping: Mapping;
  readonly sheets: readonly string[];
  readonly sheet: string;
  readonly notes: readonly string[];
  /** Properties that a column may fill, for choosing. */
  readonly properties: readonly { readonly path: string; readonly title: string }[];
  readonly more: number;
}

const signature = (columns: readonly string[]): string =>
  columns.map((column) => column.trim().toLowerCase()).join("\u001f");

async function remembered(officeId: string, list: ListName, columns: readonly string[]): Promise<Mapping | undefined> {
  const [row] = await database()
    .select({ mapping: importMappings.mapping })
    .from(importMappings)
    .where(
      and(
        eq(importMappings.officeId, officeId),
        eq(importMappings.list, list),
        eq(importMappings.columns, signature(columns)),
      ),
    );
  return row?.mapping;
}

export async function rememberMapping(
  officeId: string,
  list: ListName,
  columns: readonly string[],
  mapping: Mapping,
): Promise<void> {
  await database()
    .insert(importMappings)
    .values({ officeId, list, columns: signature(columns), mapping: [...mapping] })
    .onConflictDoUpdate({
      target: [importMappings.officeId, importMappings.list, importMappings.columns],
      set: { mapping: [...mapping] },
    });
}

async function readTable(
  bytes: Uint8Array,
  sheet: string,
): Promise<Result<{ table: Table; sheets: string[]; notes: string[] }>> {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    const workbook = await readWorkbook(bytes);
    if (!workbook.ok) return workbook;
    const { tables, notes } = workbook.value;
    const table = tables.find((each) => each.title === sheet) ?? tables[0];
    if (!table) return bad("empty-table", "The workbook has no sheet.");
    return good({
      table,
      sheets: tables.map((each) => each.title),
      notes: notes
        .filter((note) => note.sheet === table.title)
        .slice(0, 100)
        .map((note) => `${note.column}${note.row} ${note.message}`),
    });
  }
  const csv = readCsv(bytes);
  if (!csv.ok) return csv;
  const notes =
    csv.value.encoding === "windows-1252"
      ? ["The text is not UTF-8; it was read as Windows-1252. Look at letters beyond A–Z."]
      : [];
  return good({ table: csv.value.table, sheets: [], notes });
}

/** Tries a table on the draft: which column is what (as chosen, as last time, or as it looks), and what each row would do. */
export async function tryTable(
  asker: Pick<Asker, "officeId">,
  list: ListName,
  bytes: Uint8Array,
  { sheet, mapping: chosen, replace }: { readonly sheet: string; readonly mapping: string; readonly replace: boolean },
): Promise<Result<{ run: TriedTable; columns: readonly string[]; mapping: Mapping; edits: readonly EntryEdit[] }>> {
  const read = await readTable(bytes, sheet);
  if (!read.ok) return read;
  const { table, sheets, notes } = read.value;
  const mapping =
    chosenMapping(chosen, table.columns.length) ??
    (await remembered(asker.officeId, list, table.columns)) ??
    suggestMapping(list, table.columns);
  const { content } = await draftOf(asker.officeId);
  const { edits, rows, ...rest } = dryRun(content, list, table, mapping, replace);
  const order = { wrong: 0, changed: 1, added: 2, unchanged: 3 };
  const shown = [...rows].sort((a, b) => order[a.state] - order[b.state] || a.row - b.row).slice(0, MOST_ROWS);
  const properties = PROPERTIES[list].map(({ path, title }) => ({ path, title }));
  const run = {
    ...rest,
    rows: shown,
    more: rows.length - shown.length,
    columns: table.columns,
    mapping,
    sheets,
    sheet: table.title,
    notes,
    properties,
  };
  return good({ run, columns: table.columns, mapping, edits });
}

function chosenMapping(written: string, columns: number): Mapping | undefined {
  if (written === "") return undefined;
  const parts = written.split(",").map((part) => (part === "" ? null : part));
  return parts.length === columns ? parts : undefined;
}
