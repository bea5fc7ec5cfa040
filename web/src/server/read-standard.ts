import { readStandard, type OfficeStandard } from "@hemstitch/core/standard";
import { fromTables, readWorkbook } from "@hemstitch/core/tables";
import { complain } from "./access/guarded";

/** A whole standard from bytes, JSON or the workbook that Hemstitch writes; or a complaint that lists every error. */
export async function readWholeStandard(
  bytes: Uint8Array,
): Promise<{ standard: OfficeStandard; notes: string[] } | Response> {
  // A workbook is a ZIP archive; JSON never begins so.
  const isWorkbook = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const notes: string[] = [];
  let checked;
  if (isWorkbook) {
    const workbook = await readWorkbook(bytes);
    if (!workbook.ok) return complain(422, workbook.problem);
    notes.push(
      ...workbook.value.notes.slice(0, 100).map((note) => `${note.sheet} ${note.column}${note.row} ${note.message}`),
    );
    checked = fromTables(workbook.value.tables);
  } else checked = readStandard(new TextDecoder().decode(bytes));
  if (checked.ok) return { standard: checked.standard, notes };
  return complain(422, {
    message: `The file has ${checked.problems.length} ${checked.problems.length === 1 ? "error" : "errors"}; nothing was stored.`,
    problems: checked.problems
      .slice(0, 1000)
      .map((problem) => ({ at: String(problem.at ?? ""), message: problem.message })),
  });
}
