/**
 * What a mend changes, told in terms of the neutral drawing. A format's writer carries it out at
 * the places in the file where the marks were made, and leaves everything else alone.
 */
export interface DrawingChanges {
  /** New names by layer index. A name that another layer bears makes the two one. */
  readonly layerNames: ReadonlyMap<number, string>;
  readonly pages: readonly PageChanges[];
}

/** Changes on one page; rows are rows of the page's columns. */
export interface PageChanges {
  /** 1 for the first. */
  readonly page: number;
  readonly widths: readonly { readonly rows: Uint32Array; readonly widthMm: number }[];
  /** Dashes and gaps in turn, millimetres; none for a continuous line. */
  readonly dashes: readonly { readonly rows: Uint32Array; readonly dashMm: readonly number[] }[];
  readonly heights: readonly HeightChange[];
}

/** New heights of capitals for some strings. */
export interface HeightChange {
  readonly rows: Uint32Array;
  readonly heightMm: number;
  /** The point of the baseline that stays where it is: 0 its start (unless said), 0.5 its middle, 1 its end. */
  readonly about?: number;
}
