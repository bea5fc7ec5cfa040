import type { Change } from "../drawing";
import { bad, good, type Result } from "../base/result";
import type { Format, Origin, ReadFile, ReadOptions } from "./format";
import { PDF } from "./pdf";

export type { Format, InflateFn, Origin, ReadFile, ReadOptions } from "./format";
export { DEFAULT_LIMITS } from "./limits";
export type { ReadLimits } from "./limits";

/** The formats that drawings are read from, the likeliest first. */
export const FORMATS: readonly Format[] = [PDF];

/** Reads a drawing in whichever format it is. */
export async function readDrawing(bytes: Uint8Array, options: ReadOptions = {}): Promise<Result<ReadFile>> {
  // What nothing claims to be is told by the likeliest format what it lacks.
  const format = FORMATS.find((each) => each.accepts(bytes)) ?? PDF;
  return format.read(bytes, options);
}

/** The content of a file that is kept in another, by its name; undefined where there is none. */
export async function attachedFile(
  bytes: Uint8Array,
  name: string,
  options: ReadOptions = {},
): Promise<Result<Uint8Array | undefined>> {
  const format = FORMATS.find((each) => each.accepts(bytes));
  return format?.attached ? format.attached(bytes, name, options) : good(undefined);
}

/** Carries out changes in the file that `origin` belongs to, and returns a new file. */
export async function editDrawing(
  bytes: Uint8Array,
  origin: Origin,
  changes: readonly Change[],
  options: ReadOptions = {},
): Promise<Result<Uint8Array>> {
  const format = FORMATS.find((each) => each.id === origin.format);
  if (!format?.edit)
    return bad("not-editable", "Files of this format can be read, but not changed.", {
      remedy: "Change the drawing where it was made, and export it again.",
    });
  return format.edit(bytes, origin, changes, options);
}
