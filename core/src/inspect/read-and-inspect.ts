import { good, type Result } from "../base/result";
import { readDrawing, type ReadFile, type ReadOptions } from "../formats";
import type { OfficeStandard } from "../standard/plain";
import type { Inspected } from "./finding";
import { inspect, type InspectOptions } from "./inspect";

/** A file that was read and judged. */
export interface InspectedFile extends ReadFile {
  readonly inspected: Inspected;
}

/** Reads a file and judges it: the one way from bytes to findings, for the command, the worker and the bench. */
export async function readAndInspect(
  bytes: Uint8Array,
  standard: OfficeStandard,
  options: InspectOptions & ReadOptions = {},
): Promise<Result<InspectedFile>> {
  const file = await readDrawing(bytes, options);
  if (!file.ok) return file;
  return good({ ...file.value, inspected: inspect(file.value.drawing, standard, options) });
}
