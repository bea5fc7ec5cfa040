/**
 * The neutral drawing: what stands on the paper, whatever wrote the file. Coordinates are in
 * millimetres on paper from the lower-left corner of the page as it is seen, y up. Marks are held
 * in columns (one typed array a property), so that a drawing of a million marks is a few large
 * values that travel between threads without copying each mark.
 */
export interface Drawing {
  /** Id of the format that it was read from: `pdf`. */
  readonly format: string;
  readonly layers: readonly Layer[];
  readonly fonts: readonly Font[];
  /** Dash patterns by dash id; id 0 is the continuous line. */
  readonly dashes: readonly Dash[];
  /** Patterns that areas are filled with, by id; id 0 is a plain colour. */
  readonly fillPatterns: readonly FillPattern[];
  /** How marks let through what is beneath them, by id; id 0 is opaque. */
  readonly transparencies: readonly Transparency[];
  readonly pages: readonly Page[];
  /** What in the file was not read as marks. */
  readonly unread: readonly Unread[];
  /** Why nothing of the file may be changed, where that is so. */
  readonly locked?: string;
}

export interface Layer {
  readonly name: string;
  /** Comes to the paper when the file is printed. */
  readonly visible: boolean;
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

/** A plain colour, a drawn cell repeated in both directions, or a run from colour to colour. */
export interface FillPattern {
  readonly kind: "plain" | "tiling" | "shading";
  /** As the file names it; empty for the plain colour. */
  readonly name: string;
}

/** Something in the file that was not read as a mark, said once. */
export interface Unread {
  readonly code: string;
  readonly message: string;
  readonly page?: number;
  /** Names of files that are kept in this one, and can be looked at by themselves. */
  readonly files?: readonly string[];
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
  /** Where marks came in, by group id: id 0 is the page itself, others are drawings of a shared part. */
  readonly groups: readonly Group[];
  /** What marks are cut by, by clip id; id 0 is the paper. */
  readonly clips: readonly Clip[];
  /** Layers whose state decides over marks of other layers too: those around them, and further ones of a membership. */
  readonly layersBeside: readonly number[];
  /** What on it plots otherwise than a picture of it on the screen shows, in words; left out where there is nothing. */
  readonly plotsOtherwise?: readonly string[];
}

/** One drawing of a part that the file keeps once and may draw often (a form). */
export interface Group {
  /** Group that draws it; -1 for the page. */
  readonly parent: number;
  /** As the file names it; empty for the page. */
  readonly name: string;
  /** A note that somebody stuck onto the page, not a part that the page draws. */
  readonly isNote?: true;
  /** One cell of a pattern that areas are filled with: it stands once for all of its repetitions. */
  readonly cell?: PatternCell;
}

/** Of which pattern a cell is, and how it is repeated. */
export interface PatternCell {
  /** Index into `Drawing.fillPatterns`. */
  readonly pattern: number;
  /** From one cell to the next, both ways: x and y of the one step, then of the other. Millimetres on paper. */
  readonly stepsMm: readonly [number, number, number, number];
}

/** What cuts marks. */
export interface Clip {
  /** Nearest clip around it that is an outline and cuts too, else the paper; -1 for the paper. */
  readonly outer: number;
  /** Box of what stays, within that of every clip around it. */
  readonly boxMm: BoxMm;
  /** Closed rings within the box, x and y in turn, `RING_ENDS` twice between them; none where the clip is its box. */
  readonly outline?: readonly number[];
  /** What rings enclose an even number of times is outside; else all that they enclose is inside. */
  readonly evenOdd: boolean;
}

/** How marks let through what is beneath them. */
export interface Transparency {
  /** 0 lets all through, 1 nothing. */
  readonly strokeAlpha: number;
  readonly fillAlpha: number;
  /** How colours mix with those beneath, as the file names it; `Normal` covers them. */
  readonly blend: string;
  /** A picture says where the mark shows, and how much. */
  readonly masked: boolean;
}

/** Marks that cover what is beneath them. */
export const OPAQUE: Transparency = { strokeAlpha: 1, fillAlpha: 1, blend: "Normal", masked: false };

export interface BoxMm {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A picture, or a run from colour to colour over all that is not clipped away. */
export interface PlacedImage {
  readonly kind: "image" | "shading";
  readonly layer: number;
  readonly transparency: number;
  readonly boxMm: BoxMm;
  readonly order: number;
  readonly group: number;
  readonly clip: number;
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
  /** Not on the paper: on a layer that is not printed, off the page, cut away, fully transparent, or invisible text. */
  hidden: 8,
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
  /** Index into `Drawing.fillPatterns`. */
  readonly fillPattern: Uint16Array;
  /** Turn in which it was painted, counted over paths, texts and images: the higher lies above. */
  readonly order: Uint32Array;
  /** Index into `Page.groups`. */
  readonly group: Uint32Array;
  /** Index into `Page.clips`. */
  readonly clip: Uint32Array;
  /** Index into `Drawing.transparencies`. */
  readonly transparency: Uint16Array;
  /** Row i has the verbs from firstVerb[i] up to firstVerb[i + 1]. */
  readonly firstVerb: Uint32Array;
  readonly verbs: Uint8Array;
  /** Row i has the points from firstPoint[i] up to firstPoint[i + 1]; two numbers a point. */
  readonly firstPoint: Uint32Array;
  /** Millimetres, exact to 0.0001 mm on a sheet. */
  readonly points: Float32Array;
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
  readonly anchors: Float32Array;
  /** Length of the baseline, millimetres. */
  readonly advanceMm: Float32Array;
  /** How wide its letters are against what their font makes them: 1 as they are, below squeezed. */
  readonly stretch: Float32Array;
  /** Direction of the baseline, degrees counter-clockwise from the right. */
  readonly angleDeg: Float32Array;
  readonly colour: Uint32Array;
  readonly order: Uint32Array;
  readonly group: Uint32Array;
  readonly clip: Uint32Array;
  readonly transparency: Uint16Array;
  /** 1 where the string runs on from where the one before it ended. */
  readonly runsOn: Uint8Array;
  /**
   * Wide gaps within strings, four numbers each, by rising rows: the row, the character behind the gap, and from where
   * to where it lies along the baseline, millimetres. What stands on both sides need not belong together.
   */
  readonly pauses: Float32Array;
  readonly strings: readonly string[];
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
