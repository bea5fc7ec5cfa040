import { ReadError, type ReadLimits } from "../limits";
import { lookup, rawAt } from "./objects";
import type { PdfFile } from "./syntax/pdf-file";
import { Dict, List, Ref, resolved, type Value } from "./syntax/values";

/** Attributes that a page takes over from the nodes around it (ISO 32000-1, 7.7.3.4). */
const INHERITED = ["Resources", "MediaBox", "CropBox", "Rotate"] as const;
type Inherited = Partial<Record<(typeof INHERITED)[number], Value>>;

/** A page of a file. */
export interface PdfPage {
  readonly dict: Dict;
  /** Number of its object; 0 where it is written into the list. */
  readonly number: number;
  /** What it says itself or takes over from the list. */
  readonly attributes: Inherited;
}

/** Nodes of the list for each page: a list that has more leads nowhere. */
const NODES_FOR_A_PAGE = 4;

/** How deep lists of pages may stand in each other. Lists of ten each that deep would hold more pages than there are. */
const DEEPEST = 64;

/** The pages in their order. A page that is listed twice is shown twice, as viewers do. */
export function pagesOf(file: PdfFile, limits: ReadLimits): PdfPage[] {
  const pages: PdfPage[] = [];
  const around = new Set<Dict>();
  let nodes = 0;
  const walk = (value: Value, number: number, taken: Inherited): void => {
    // A list that leads back into itself is followed once.
    if (!(value instanceof Dict) || around.has(value)) return;
    if (around.size >= DEEPEST)
      throw new ReadError(
        "over-limit",
        `The list of the file's pages is nested more than ${DEEPEST} deep, the most that is followed.`,
        "Export the drawing again.",
      );
    if (++nodes > limits.pages * NODES_FOR_A_PAGE)
      throw new ReadError("damaged", "The file is damaged: its list of pages has no end.", "Export the drawing again.");
    const attributes = { ...taken };
    for (const key of INHERITED) if (rawAt(value, key) !== undefined) attributes[key] = lookup(value, key) ?? null;
    const kids = lookup(value, "Kids");
    if (!(kids instanceof List)) {
      pages.push({ dict: value, number, attributes });
      return;
    }
    around.add(value);
    for (const kid of kids.items) walk(resolved(kid, file), kid instanceof Ref ? kid.number : 0, attributes);
    around.delete(value);
  };
  walk((file.catalog && lookup(file.catalog, "Pages")) ?? null, 0, {});
  return pages;
}
