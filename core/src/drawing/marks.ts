import { pathBox, textBox, type BoxMm, type Page } from "./drawing";

/** Some marks of a page: rows of its paths or of its texts. */
export interface Marks {
  readonly of: "paths" | "texts";
  readonly rows: Uint32Array;
}

/** Simple drawn geometry that a finding can rest on, millimetres on paper. */
export type Shape =
  | { readonly kind: "line"; readonly fromMm: PointMm; readonly toMm: PointMm }
  | { readonly kind: "outline"; readonly pointsMm: readonly PointMm[] }
  | { readonly kind: "distance"; readonly fromMm: PointMm; readonly toMm: PointMm; readonly words: string };

export type PointMm = readonly [x: number, y: number];

/** Box of a mark. */
export const markBox = (page: Page, of: Marks["of"], row: number): BoxMm =>
  of === "paths" ? pathBox(page.paths, row) : textBox(page.texts, row);

/** Box around boxes that are given as x, y, width, height in turn; undefined for none. */
export function boxAround(boxes: ArrayLike<number>): BoxMm | undefined {
  if (boxes.length === 0) return undefined;
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < boxes.length; i += 4) {
    const [x = 0, y = 0, width = 0, height = 0] = [boxes[i], boxes[i + 1], boxes[i + 2], boxes[i + 3]];
    minX = Math.min(minX, x);
    minY = Math.min(minY, y);
    maxX = Math.max(maxX, x + width);
    maxY = Math.max(maxY, y + height);
  }
  return { x: minX, y: minY, width: maxX - minX, height: maxY - minY };
}
