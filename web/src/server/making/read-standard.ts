import type { OfficeStandard } from "@hemstitch/core/standard";
import { complain } from "../access/guarded";
import { inThread } from "../work/threads";
import { complainOfWork } from "./made-files";

/** A whole standard from bytes, JSON or the workbook that Hemstitch writes; or a complaint that lists every error. */
export async function readWholeStandard(
  bytes: Uint8Array,
): Promise<{ standard: OfficeStandard; notes: readonly string[] } | Response> {
  const read = await inThread({ kind: "read-standard", bytes, fromOutside: true });
  if (!read.ok) return complainOfWork(read);
  if (read.standard) return { standard: read.standard, notes: read.notes };
  return complain(422, {
    message: `The file has ${read.count} ${read.count === 1 ? "error" : "errors"}; nothing was stored.`,
    problems: read.problems,
  });
}
