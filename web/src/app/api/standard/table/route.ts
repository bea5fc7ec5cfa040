import { isListName, LISTS, type EntryEdit } from "@hemstitch/core/standard";
import { listTable, writeCsv } from "@hemstitch/core/tables";
import { answer, complain, guarded } from "@/server/access/guarded";
import { download } from "@/server/making/download";
import { complainOfEdit } from "@/server/forms/edit-answers";
import { complainOfFile, receiveFile } from "@/server/files/receive";
import { checked, TableImport } from "@/server/forms/forms";
import { editList } from "@/server/queries/change-draft";
import type { TriedTable } from "@/server/work/thread-work";
import { workbookOf } from "@/server/making/made-files";
import { rememberMapping, tryTable } from "@/server/queries/tables";
import { standardAsked } from "@/server/making/standard-asked";

/** What is answered once a table is stored; a dry run is answered with the tried table alone. */
export interface StoredTable extends TriedTable {
  readonly version: number;
  readonly edits: readonly EntryEdit[];
}

const NO_LIST = { message: "The standard has no such list." };

/** One list as CSV, or as a workbook of one sheet. */
export const GET = guarded("see-office", async (asker, request) => {
  const { searchParams } = new URL(request.url);
  const list = searchParams.get("list") ?? "";
  if (!isListName(list)) return complain(404, NO_LIST);
  const asked = await standardAsked(asker, request);
  if (asked instanceof Response) return asked;
  const table = listTable(asked.standard, list);
  const name = `${asked.name}, ${LISTS[list].many.toLowerCase()}`;
  return searchParams.get("format") === "xlsx"
    ? download(await workbookOf([table]), `${name}.xlsx`)
    : download(new TextEncoder().encode(writeCsv(table)), `${name}.csv`);
});

/** What stands in a parameter as JSON; nothing valid where it is none, and nothing to correct where it is not given. */
function jsonIn(written: string | null): unknown {
  if (written === null || written === "") return [];
  try {
    return JSON.parse(written);
  } catch {
    return written;
  }
}

/**
 * Tries a table of entries row by row; with `store` carries it out and remembers the columns: all or nothing, or,
 * with `partly`, the rows that are right.
 */
export const POST = guarded("edit-standard", async (asker, request) => {
  const { searchParams } = new URL(request.url);
  const form = checked(TableImport, {
    list: searchParams.get("list") ?? "",
    replace: searchParams.get("replace") === "yes",
    store: searchParams.get("store") === "yes",
    sheet: searchParams.get("sheet") ?? "",
    mapping: searchParams.get("mapping") ?? "",
    partly: searchParams.get("partly") === "yes",
    corrections: jsonIn(searchParams.get("corrections")),
  });
  if (form instanceof Response) return form;
  if (!isListName(form.list)) return complain(404, NO_LIST);
  const received = await receiveFile(request);
  if (!received.ok) return complainOfFile(received.problem);
  const tried = await tryTable(asker, form.list, received.value.bytes, form);
  if (!tried.ok) return complain(422, tried.problem);
  const { run, edits } = tried.value;
  if (!form.store) return answer(run satisfies TriedTable);
  if (edits.length === 0)
    return complain(422, {
      message:
        (run.problems[0] ?? (run.sums.wrong > 0 && !form.partly))
          ? `${run.problems[0] ?? "Some rows are wrong."} Nothing was stored.`
          : "There is nothing to store: every row is as it is already.",
    });
  const edited = await editList(asker, form.list, edits);
  if (edited.kind !== "saved") return complainOfEdit(edited);
  await rememberMapping(asker.officeId, form.list, run.columns, run.mapping);
  return answer({ ...run, version: edited.version, edits } satisfies StoredTable);
});
