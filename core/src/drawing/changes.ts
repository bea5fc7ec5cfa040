/**
 * What a mend changes, told in terms of the neutral drawing. A format's writer carries it out at
 * the places in the file where the marks were made, and leaves everything else alone.
 */
export type Change = LayerRename | MarkChange;

/** A new name for a layer, by its index. A name that another layer bears makes the two one. */
export interface LayerRename {
  readonly kind: "rename";
  readonly layer: number;
  readonly to: string;
}

/** A new look of some marks of one page. */
export type MarkChange = WidthChange | LineTypeChange | HeightChange;

interface OnMarks {
  /** 1 for the first. */
  readonly page: number;
  /** Rows of the page's paths, or of its texts for a height. */
  readonly rows: Uint32Array;
}

export interface WidthChange extends OnMarks {
  readonly kind: "set-width";
  readonly widthMm: number;
}

export interface LineTypeChange extends OnMarks {
  readonly kind: "set-line-type";
  /** Dashes and gaps in turn, millimetres; none for a continuous line. */
  readonly dashMm: readonly number[];
}

export interface HeightChange extends OnMarks {
  readonly kind: "set-height";
  /** Height of capitals. */
  readonly heightMm: number;
  /** The point of the baseline that stays where it is: 0 its start (unless said), 0.5 its middle, 1 its end. */
  readonly about?: number;
  /** How far the start of each string moves along its baseline, millimetres, by `rows`; nowhere unless said. */
  readonly shiftMm?: Float32Array;
}

export type ChangeKind = Change["kind"];

/** The changes of one kind, in their order. */
export const changesOf = <K extends ChangeKind>(changes: readonly Change[], kind: K): Extract<Change, { kind: K }>[] =>
  changes.filter((change): change is Extract<Change, { kind: K }> => change.kind === kind);
