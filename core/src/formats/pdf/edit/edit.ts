import { isLayerChange, type Change, type MarkChange } from "../../../drawing";
import { bad, good, type Result } from "../../../base/result";
import type { Origin, ReadOptions } from "../../format";
import { DEFAULT_LIMITS, ReadError } from "../../limits";
import { Budget } from "../budget";
import { contentsWith } from "./contents-with";
import { openPdf } from "../open";
import { PdfOrigin } from "../origin";
import { pageBox } from "../page-box";
import { ReadAgain } from "../read";
import { Layers } from "./layers";
import { NotSafe } from "./patch";
import { needsWatch, patchesFor } from "./patches";
import { FileUpdate } from "../syntax/file-update";

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
    if (file.encryption?.mayChange === false)
      return bad("locked", "The sender's permissions forbid changing the file.");
    const update = new FileUpdate(file);
    const layers = new Layers(update, origin);
    const again = new ReadAgain(file, budget);
    const marks = (page: number) =>
      changes.filter((change): change is MarkChange => !isLayerChange(change) && change.page === page);
    const patched = origin.pages.flatMap((page, i) => {
      const [own, node] = [marks(i + 1), pages[i]];
      if (own.length === 0 || !node) return [];
      const { toPaper } = pageBox(node, i + 1, { ...DEFAULT_LIMITS, ...options.limits });
      const watch = needsWatch(own) ? again.watched(node, i + 1) : undefined;
      return [{ node, origin: page, patches: patchesFor(page, own, watch, (name) => layers.numberOf(name), toPaper) }];
    });
    contentsWith(patched, update, budget);
    layers.switchOff(changes);
    layers.rename(changes);
    return good(update.bytes());
  } catch (error) {
    if (error instanceof NotSafe) return bad("not-safe", error.message);
    if (error instanceof ReadError) return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
    throw error;
  }
}
