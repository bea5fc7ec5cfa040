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
  /** From end to end; its words may be none, where a figure stands there already. */
  | { readonly kind: "distance"; readonly fromMm: PointMm; readonly toMm: PointMm; readonly words: string };

export type PointMm = readonly [x: number, y: number];

/** Box of what shows of a mark; of all of it where nothing does. */
export function markBox(page: Page, of: Marks["of"], row: number): BoxMm {
  const whole = of === "paths" ? pathBox(page.paths, row) : textBox(page.texts, row);
  const clip = page.clips[page[of].clip[row] ?? 0]?.boxMm;
  return clip ? (overlap(whole, clip) ?? whole) : whole;
}

/** What two boxes share; undefined where they don't touch. */
export function overlap(a: BoxMm, b: BoxMm): BoxMm | undefined {
  const [x, y] = [Math.max(a.x, b.x), Math.max(a.y, b.y)];
  const [width, height] = [Math.min(a.x + a.width, b.x + b.width) - x, Math.min(a.y + a.height, b.y + b.height) - y];
  return width < 0 || height < 0 ? undefined : { x, y, width, height };
}

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
