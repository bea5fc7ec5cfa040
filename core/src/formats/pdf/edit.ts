import { changesOf, type Change, type MarkChange } from "../../drawing";
import { bad, good, type Result } from "../../base/result";
import type { Origin, ReadOptions } from "../format";
import { DEFAULT_LIMITS, ReadError } from "../limits";
import { Budget } from "./budget";
import { contentsWith } from "./contents-with";
import { dictOf, lookup, textOf } from "./objects";
import { openPdf } from "./open";
import { PdfOrigin } from "./origin";
import { patchesFor } from "./patches";
import { replaceReferences } from "./replace-references";
import { FileUpdate } from "./syntax/file-update";
import { textString } from "./syntax/serialise";

/**
 * Carries out changes in a PDF. Layers are renamed in their dictionaries; marks are changed in the content at the
 * positions recorded when they were read. All else stays as it is, byte for byte.
 */
export function editPdf(
  bytes: Uint8Array,
  origin: Origin,
  changes: readonly Change[],
  options: ReadOptions = {},
): Result<Uint8Array> {
  if (!(origin instanceof PdfOrigin)) throw new Error("This origin was not made by reading a PDF.");
  try {
    const budget = new Budget({ ...DEFAULT_LIMITS, ...options.limits }, bytes.length, options.inflate);
    const { file, pages } = openPdf(bytes, budget);
    const update = new FileUpdate(file);
    const marks = (page: number) =>
      changes.filter((change): change is MarkChange => change.kind !== "rename" && change.page === page);
    const patched = origin.pages.flatMap((page, i) => {
      const [own, node] = [marks(i + 1), pages[i]];
      return own.length > 0 && node ? [{ node, origin: page, patches: patchesFor(page, own) }] : [];
    });
    contentsWith(patched, update, budget);
    renameLayers(update, origin, new Map(changesOf(changes, "rename").map(({ layer, to }) => [layer, to])));
    return good(update.bytes());
  } catch (error) {
    if (error instanceof ReadError) return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
    throw error;
  }
}

/** Renames layers; one renamed onto a name that another bears is replaced by that one everywhere. */
function renameLayers(update: FileUpdate, { layerNumbers }: PdfOrigin, names: ReadonlyMap<number, string>): void {
  if (names.size === 0) return;
  const groupOf = (number: number) => dictOf(update.object(number));
  const holder = new Map<string, number>();
  layerNumbers.forEach((number, id) => {
    const name = textOf(lookup(groupOf(number), "Name")) ?? "";
    if (!names.has(id) && !holder.has(name)) holder.set(name, number);
  });
  const replaced = new Map<number, number>();
  for (const [id, name] of names) {
    const number = layerNumbers[id];
    const group = number === undefined ? undefined : groupOf(number);
    if (number === undefined || !group) continue;
    const existing = holder.get(name);
    if (existing !== undefined) replaced.set(number, existing);
    else {
      holder.set(name, number);
      update.set(number, update.dict([...group.entries, ["Name", textString(name)]]));
    }
  }
  replaceReferences(update, replaced);
}
