import type { FileFacts } from "../recogniser";

/**
 * Whether the standard keeps a layer for hatches. What stands there is of a hatch, even where its lines are too few to
 * be seen as one, or treads and tables look alike.
 */
export function isForHatches(file: FileFacts, layer: number): boolean {
  const entry = file.standard.layer(file.layerName(layer));
  return entry?.role === "hatches" || (entry?.marks?.includes("hatches") === true && !entry.marks.includes("lines"));
}
