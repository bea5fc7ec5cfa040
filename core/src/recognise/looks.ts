import { PAINT, type Dash, type Drawing, type Page } from "../drawing";
import { groundsOf } from "./grounds";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** Strokes of one layer that plot alike. Rules judge a look once, not each of its marks. */
export interface StrokeLook {
  /** Index into the drawing's layers; -1 for none. */
  readonly layer: number;
  /** Millimetres on paper, to a thousandth. */
  readonly widthMm: number;
  /** Index into the drawing's dashes. */
  readonly dash: number;
  readonly capped: boolean;
  /** They are painted as thin areas, not as lines. */
  readonly asArea?: true;
  /** Their corners are rounded: the width is known to this only. Millimetres. */
  readonly roughMm?: number;
  /** Dashes and gaps that thin areas in a row make; without them, those of `dash` count. */
  readonly dashMm?: Dash;
  /** Rows of the page's paths. */
  readonly rows: Uint32Array;
}

/** Strings of one layer in one font and height. */
export interface TextLook {
  readonly layer: number;
  readonly font: number;
  /** Height of capitals on paper, millimetres, to a thousandth. */
  readonly heightMm: number;
  /** Rows of the page's texts. */
  readonly rows: Uint32Array;
}

const SHIFT = 1000;

/** Counts rows by key first and fills exact arrays after, so that a million rows make no million objects. */
function grouped(count: number, keyOf: (row: number) => number | undefined): Map<number, Uint32Array> {
  const sizes = new Map<number, number>();
  const keys = new Float64Array(count);
  for (let row = 0; row < count; row++) {
    const key = keyOf(row);
    keys[row] = key ?? -1;
    if (key !== undefined) sizes.set(key, (sizes.get(key) ?? 0) + 1);
  }
  const groups = new Map<number, Uint32Array>();
  const filled = new Map<number, number>();
  for (const [key, size] of sizes) {
    groups.set(key, new Uint32Array(size));
    filled.set(key, 0);
  }
  for (let row = 0; row < count; row++) {
    const key = keys[row] ?? -1;
    const rows = groups.get(key);
    if (!rows) continue;
    const at = filled.get(key) ?? 0;
    rows[at] = row;
    filled.set(key, at + 1);
  }
  return groups;
}

/** Dashes and gaps of a look on paper. */
export const dashesIn = ({ dashes }: Drawing, { dash, dashMm }: StrokeLook): Dash => dashMm ?? dashes[dash] ?? [];

/** Widths up to 65 mm in thousandths, 65,536 dashes and 65,536 layers make a key below 2⁵³. */
const WIDTH_STEPS = 65_536;

/** The looks of a page's visible strokes. */
export function strokeLooks(page: Page): StrokeLook[] {
  const { paths } = page;
  const isGround = groundsOf(page);
  const groups = grouped(paths.count, (row) => {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.stroke) === 0 || (paint & PAINT.hidden) !== 0 || isGround(row)) return undefined;
    const width = Math.min(WIDTH_STEPS - 1, Math.round((paths.widthMm[row] ?? 0) * SHIFT));
    const capped = (paint & PAINT.capped) !== 0 ? 1 : 0;
    return ((((paths.layer[row] ?? -1) + 1) * 65_536 + (paths.dash[row] ?? 0)) * WIDTH_STEPS + width) * 2 + capped;
  });
  return [...groups.values()].map((rows) => {
    const first = rows[0] ?? 0;
    return {
      layer: paths.layer[first] ?? -1,
      widthMm: Math.round((paths.widthMm[first] ?? 0) * SHIFT) / SHIFT,
      dash: paths.dash[first] ?? 0,
      capped: ((paths.paint[first] ?? 0) & PAINT.capped) !== 0,
      rows,
    };
  });
}

/** The looks of a page's visible strings; those of blanks alone have none. */
export function textLooks(page: Page): TextLook[] {
  const { texts } = page;
  const groups = grouped(texts.count, (row) => {
    if (((texts.paint[row] ?? 0) & PAINT.hidden) !== 0 || (texts.strings[row] ?? "").trim() === "") return undefined;
    const height = Math.min(1_048_575, Math.round((texts.heightMm[row] ?? 0) * SHIFT));
    return (((texts.layer[row] ?? -1) + 1) * 65_536 + (texts.font[row] ?? 0)) * 1_048_576 + height;
  });
  return [...groups.values()].map((rows) => {
    const first = rows[0] ?? 0;
    return {
      layer: texts.layer[first] ?? -1,
      font: texts.font[first] ?? 0,
      heightMm: Math.round((texts.heightMm[first] ?? 0) * SHIFT) / SHIFT,
      rows,
    };
  });
}

export const STROKE_LOOKS: PageRecogniser<StrokeLook> = {
  id: "stroke-looks",
  on: "page",
  ofDrawing: true,
  finds: "lines that plot alike",
  from: "the layer, width and dashes of each visible stroke; white ones on the bare paper keep things from sight and are no lines",
  find: ({ page }) => strokeLooks(page).map((look) => measuredOn(page.index, look, { of: "paths", rows: look.rows })),
};

export const TEXT_LOOKS: PageRecogniser<TextLook> = {
  id: "text-looks",
  on: "page",
  ofDrawing: true,
  finds: "lettering that plots alike",
  from: "the layer, font and height of capitals of each visible string",
  find: ({ page }) => textLooks(page).map((look) => measuredOn(page.index, look, { of: "texts", rows: look.rows })),
};
