/**
 * The neutral drawing: what stands on the paper, whatever wrote the file. Coordinates are in
 * millimetres on paper from the lower-left corner of the page as it is seen, y up. Marks are held
 * in columns (one typed array a property), so that a drawing of a million marks is a few large
 * values that travel between threads without copying each mark.
 */
export interface Drawing {
  readonly format: "pdf";
  readonly layers: readonly Layer[];
  readonly fonts: readonly Font[];
  /** Dash patterns by dash id; id 0 is the continuous line. */
  readonly dashes: readonly Dash[];
  readonly pages: readonly Page[];
  readonly notes: readonly Note[];
}

export interface Layer {
  readonly name: string;
  /** Shown when the file is opened. */
  readonly visible: boolean;
  /** What the file calls it, for mending: the number of its object. */
  readonly source: string;
}

export interface Font {
  /** As the file names it, without the tag of a subset. */
  readonly name: string;
  /** Family, lower case, letters and digits only: `barlow` of `ABCDEF+Barlow-Medium`. */
  readonly family: string;
  readonly embedded: boolean;
  /** Height of capitals as a share of the font size. */
  readonly capHeight: number;
  /** Where that height was found: measured in the font, published metrics, said by the file, or supposed. */
  readonly capHeightFrom: "outlines" | "metrics" | "descriptor" | "assumed";
}

/** Dashes and gaps in turn, millimetres on paper; an even number of them. None is a continuous line. */
export type Dash = readonly number[];

/** Something in the file that was not read as a mark, said once. */
export interface Note {
  readonly code: string;
  readonly message: string;
  readonly page?: number;
}

export interface Page {
  /** 1 for the first. */
  readonly index: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly paths: PathColumns;
  readonly texts: TextColumns;
  readonly images: readonly PlacedImage[];
  readonly viewports: readonly Viewport[];
  readonly source: PageSource;
}

export interface BoxMm {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface PlacedImage {
  readonly layer: number;
  readonly boxMm: BoxMm;
}

/** A part of the page for which the file states a scale (measure dictionary of ISO 32000). */
export interface Viewport {
  readonly boxMm: BoxMm;
  readonly name: string;
  /** Building length per paper length. */
  readonly buildingPerPaper: number;
  /** The ratio as the file words it. */
  readonly ratio: string;
}

/** Bits of `PathColumns.paint` and `TextColumns.paint`. */
export const PAINT = {
  stroke: 1,
  fill: 2,
  closed: 4,
  /** On a layer that is off when the file is opened, or (text) drawn in the invisible mode. */
  hidden: 8,
  /** A clip was in force; the mark may show only in part. */
  clipped: 16,
  /** Line ends stand out beyond the end points (round or square caps). */
  capped: 32,
} as const;

/** Steps of an outline, in `PathColumns.verbs`: a point each, three for a curve. */
export const VERB = { move: 0, line: 1, curve: 2 } as const;

/** One row for each painted subpath. */
export interface PathColumns {
  readonly count: number;
  readonly paint: Uint8Array;
  /** Index into `Drawing.layers`; -1 for none. */
  readonly layer: Int32Array;
  /** Width on paper, millimetres; 0 is the device's thinnest. */
  readonly widthMm: Float32Array;
  /** Index into `Drawing.dashes`. */
  readonly dash: Uint16Array;
  /** 0xRRGGBB. */
  readonly strokeColour: Uint32Array;
  readonly fillColour: Uint32Array;
  /** Row i has the verbs from firstVerb[i] up to firstVerb[i + 1]. */
  readonly firstVerb: Uint32Array;
  readonly verbs: Uint8Array;
  /** Row i has the points from firstPoint[i] up to firstPoint[i + 1]; two numbers a point. */
  readonly firstPoint: Uint32Array;
  readonly points: Float64Array;
  /** Row of `PageSource.paths`. */
  readonly source: Uint32Array;
}

/** One row for each shown string. */
export interface TextColumns {
  readonly count: number;
  readonly paint: Uint8Array;
  readonly layer: Int32Array;
  /** Index into `Drawing.fonts`. */
  readonly font: Uint16Array;
  /** Height of capitals on paper, millimetres. */
  readonly heightMm: Float32Array;
  /** Start of the baseline, two numbers a row. */
  readonly anchors: Float64Array;
  /** Length of the baseline, millimetres. */
  readonly advanceMm: Float32Array;
  /** Direction of the baseline, degrees counter-clockwise from the right. */
  readonly angleDeg: Float32Array;
  readonly colour: Uint32Array;
  readonly strings: readonly string[];
  /** Row of `PageSource.texts`. */
  readonly source: Uint32Array;
}

/**
 * Where in the file each mark was made, so that a mend edits there and nowhere else. Offsets are
 * bytes into the content of an instance: the page itself (0) or a drawn form.
 */
export interface PageSource {
  readonly instances: readonly ContentInstance[];
  readonly paths: PathSource;
  readonly texts: TextSource;
}

/** One drawing of a content stream. A form drawn twice has two instances. */
export interface ContentInstance {
  /** Number of the form's object; undefined for the page. */
  readonly form?: string;
  /** Instance that draws it, and the name and offset of the operator that does. */
  readonly parent: number;
  readonly name: string;
  readonly at: number;
  readonly to: number;
}

/** One row for each operator that painted a path. */
export interface PathSource {
  readonly count: number;
  readonly instance: Uint32Array;
  /** From the first operand that makes the path up to behind the painting operator. */
  readonly start: Uint32Array;
  readonly end: Uint32Array;
  /** First operand and end of the `w` that set the width, where it stands in this instance; else 0, 0. */
  readonly widthFrom: Uint32Array;
  readonly widthTo: Uint32Array;
  /** The same for `d`. */
  readonly dashFrom: Uint32Array;
  readonly dashTo: Uint32Array;
  /** Millimetres of one unit of the user space it was painted in. */
  readonly unitMm: Float64Array;
  /** Width in units of that space. */
  readonly width: Float64Array;
  /** The dash in units of that space, as PDF operands: `[3 1] 0`. Index into `dashTexts`. */
  readonly dashText: Uint16Array;
  readonly dashTexts: readonly string[];
}

/** One row for each operator that showed a string. */
export interface TextSource {
  readonly count: number;
  readonly instance: Uint32Array;
  readonly start: Uint32Array;
  readonly end: Uint32Array;
  /** Font size that was set, in text space. */
  readonly size: Float64Array;
  /** 1 where the string begins where the last one ended, with no positioning between. */
  readonly carried: Uint8Array;
  /** Horizontal scaling as a factor. */
  readonly horizontal: Float64Array;
  /** Advance that grows with the size (not character and word spacing), in text-space units. */
  readonly grows: Float64Array;
  /** The part of it that comes before the first shown piece, and so before the anchor. */
  readonly lead: Float64Array;
  /** Resource names of the fonts. */
  readonly fontNames: readonly string[];
}

/** Bounding box of a path mark, without its width. */
export function pathBox(paths: PathColumns, row: number): BoxMm {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  const end = (paths.firstPoint[row + 1] ?? 0) * 2;
  for (let i = (paths.firstPoint[row] ?? 0) * 2; i < end; i += 2) {
    const x = paths.points[i] ?? 0;
    const y = paths.points[i + 1] ?? 0;
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return { x: minX, y: minY, width: maxX - minX, height: maxY - minY };
}

/** Box around a string from its baseline to the top of its capitals, turned with it. */
export function textBox(texts: TextColumns, row: number): BoxMm {
  const x = texts.anchors[row * 2] ?? 0;
  const y = texts.anchors[row * 2 + 1] ?? 0;
  const turn = ((texts.angleDeg[row] ?? 0) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const along = texts.advanceMm[row] ?? 0;
  const up = texts.heightMm[row] ?? 0;
  const xs = [x, x + along * cos, x - up * sin, x + along * cos - up * sin];
  const ys = [y, y + along * sin, y + up * cos, y + along * sin + up * cos];
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  return { x: minX, y: minY, width: Math.max(...xs) - minX, height: Math.max(...ys) - minY };
}
