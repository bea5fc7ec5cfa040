import { and, eq } from "drizzle-orm";
import type { EntryEdit, ListName } from "@hemstitch/core/standard";
import type { Correction, Mapping } from "@hemstitch/core/tables";
import { bad, good, type Result } from "@hemstitch/core/quantity";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { importMappings } from "../database/schema";
import { inThread } from "../work/threads";
import type { TriedTable } from "../work/thread-work";
import { columnsKey } from "../base/columns-key";
import { draftOf } from "./standard";

/** How columns were mapped earlier for a list, by their titles. */
async function rememberedMappings(officeId: string, list: ListName): Promise<Record<string, Mapping>> {
  const rows = await database()
    .select({ columns: importMappings.columns, mapping: importMappings.mapping })
    .from(importMappings)
    .where(and(eq(importMappings.officeId, officeId), eq(importMappings.list, list)));
  return Object.fromEntries(rows.map((row) => [row.columns, row.mapping]));
}

export async function rememberMapping(
  officeId: string,
  list: ListName,
  columns: readonly string[],
  mapping: Mapping,
): Promise<void> {
  await database()
    .insert(importMappings)
    .values({ officeId, list, columns: columnsKey(columns), mapping: [...mapping] })
    .onConflictDoUpdate({
      target: [importMappings.officeId, importMappings.list, importMappings.columns],
      set: { mapping: [...mapping] },
    });
}

/** Paths of properties by column, parted by commas, and a dash for what is left out; nothing where none was chosen. */
const chosenMapping = (written: string): Mapping | null =>
  written === "" ? null : written.split(",").map((part) => (part === "" ? null : part));

/** Tries a table on the draft, in a thread of its own: a table of 100,000 rows takes seconds. */
export async function tryTable(
  asker: Pick<Asker, "officeId">,
  list: ListName,
  bytes: Uint8Array,
  {
    sheet,
    mapping,
    replace,
    partly,
    corrections,
    store,
  }: {
    readonly sheet: string;
    readonly mapping: string;
    readonly replace: boolean;
    readonly partly: boolean;
    readonly corrections: readonly Correction[];
    readonly store: boolean;
  },
): Promise<Result<{ run: TriedTable; edits: readonly EntryEdit[] }>> {
  const [{ content }, remembered] = await Promise.all([
    draftOf(asker.officeId),
    rememberedMappings(asker.officeId, list),
  ]);
  const tried = await inThread({
    kind: "try-table",
    standard: content,
    list,
    bytes,
    sheet,
    chosen: chosenMapping(mapping),
    remembered,
    replace,
    partly,
    corrections,
    wantsEdits: store,
  });
  if (!tried.ok) return bad("table", tried.problem, tried.remedy ? { remedy: tried.remedy } : {});
  return good({ run: tried.run, edits: tried.edits });
}
