import type { MarkChange, MarkChangeKind, Matrix } from "../../../drawing";
import type { PageOrigin } from "../origin";
import { setHeights } from "./heights";
import { moveToLayers } from "./moves";
import { type AddPatch, type Patch } from "./patch";
import { removePaths, respaceLines, setShades } from "./paths";
import { rewriteTexts, turnTexts } from "./rewrites";
import { setWidthsAndDashes } from "./settings";
import type { PageWatch } from "./watch";
import { writeTexts } from "./writing";

/** Changes that need to know more of a page than is kept of every page that is read. */
const NEED_WATCH: ReadonlySet<MarkChangeKind> = new Set([
  "move",
  "remove",
  "re-space",
  "set-shade",
  "set-text",
  "write-text",
  "turn",
]);

export const needsWatch = (changes: readonly MarkChange[]): boolean => changes.some(({ kind }) => NEED_WATCH.has(kind));

/**
 * The patches that carry out a page's changes, by instance. `watch` is there where they need it; `layerOf` gives the
 * number of a layer's object by its name, `toPaper` is the map from the page's own space. Throws `NotSafe` for a change
 * that can't be made without harm.
 */
export function patchesFor(
  page: PageOrigin,
  changes: readonly MarkChange[],
  watch: PageWatch | undefined,
  layerOf: (name: string) => number,
  toPaper: Matrix,
): Map<number, Patch[]> {
  const patches = new Map<number, Patch[]>();
  const add: AddPatch = (instance, patch) => {
    const list = patches.get(instance);
    if (list) list.push(patch);
    else patches.set(instance, [patch]);
  };
  setWidthsAndDashes(page, changes, add);
  setHeights(page, changes, add);
  if (watch) {
    setShades(page, watch, changes, add);
    removePaths(page, watch, changes, add);
    respaceLines(page, watch, changes, add);
    rewriteTexts(page, watch, changes, add);
    writeTexts(page, watch, changes, toPaper, add);
    turnTexts(page, watch, changes, add);
    moveToLayers(page, watch, changes, layerOf, add);
  }
  return patches;
}
