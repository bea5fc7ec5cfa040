import { bad, good, type Result } from "../../base/result";
import type { ReadOptions } from "../format";
import { DEFAULT_LIMITS, ReadError } from "../limits";
import { attachmentsOf } from "./attachments";
import { Budget } from "./budget";
import { openPdf } from "./open";
import { streamBytes } from "./streams";

/** The content of a file that is attached to a PDF, unpacked within the limits of a file. */
export function attachedToPdf(
  bytes: Uint8Array,
  name: string,
  options: ReadOptions = {},
): Result<Uint8Array | undefined> {
  try {
    const budget = new Budget({ ...DEFAULT_LIMITS, ...options.limits }, bytes.length, options.inflate);
    const found = attachmentsOf(openPdf(bytes, budget).file.catalog).find((each) => each.name === name);
    return good(found && streamBytes(found.stream, budget));
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
  }
}
