import type { Marks } from "./marks";

/**
 * What a mend changes, told in terms of the neutral drawing. A format's writer carries it out at
 * the places in the file where the marks were made, and leaves everything else alone.
 */
export type Change = LayerChange | MarkChange;

/** A change of a whole layer. */
export type LayerChange = LayerRename | LayerOff;

/** A new name for a layer, by its index. A name that another layer bears makes the two one. */
export interface LayerRename {
  readonly kind: "rename";
  readonly layer: number;
  readonly to: string;
}

/** A layer, by its index, that is to be off from now on, on the screen and on paper. */
export interface LayerOff {
  readonly kind: "switch-off";
  readonly layer: number;
}

/** A change of some marks of one page. */
export type MarkChange = PathChange | TextChange | LayerMove;
export type PathChange = WidthChange | LineTypeChange | ShadeChange | Removal | Respacing;
export type TextChange = HeightChange | TextRewrite | TextAddition | Turn;

interface OnMarks {
  /** 1 for the first. */
  readonly page: number;
  /** Rows of the page's paths, or of its texts for a change of lettering. */
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

/** Lines that plot as a grey from now on. */
export interface ShadeChange extends OnMarks {
  readonly kind: "set-shade";
  /** 100 for black, 0 for white. */
  readonly percent: number;
}

/** Marks that are to be painted no more. */
export interface Removal extends OnMarks {
  readonly kind: "remove";
}

/** Lines that take the place of others, in their turn, on their layer and in their pen. */
export interface Respacing extends OnMarks {
  readonly kind: "re-space";
  /** x and y of both ends of each line, millimetres on paper. */
  readonly linesMm: Float32Array;
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

/** Other words in the same font, size and place. */
export interface TextRewrite extends OnMarks {
  readonly kind: "set-text";
  /** What each string reads from now on, by `rows`. */
  readonly strings: readonly string[];
  /** The point of the baseline that stays where it is: 0 its start, 0.5 its middle, 1 its end. */
  readonly about: number;
}

/** Words that come in where none were, at the end of all that the page shows. Its rows are what they belong to: a label. */
export interface TextAddition extends OnMarks {
  readonly kind: "write-text";
  /** What comes in for each row. */
  readonly strings: readonly string[];
  /** Rows of strings in whose font and direction, and on whose layer, the words are written. */
  readonly like: Uint32Array;
  /** Height of capitals. */
  readonly heightMm: number;
  /** 0xRRGGBB. */
  readonly rgb: number;
  /** Where each begins on paper, millimetres: x and y by `rows`. */
  readonly startMm: Float32Array;
}

/** Lettering that is turned upside down where it stands, about the middle of each line. */
export interface Turn extends OnMarks {
  readonly kind: "turn";
  /** The point on paper about which each string is turned, millimetres: x and y by `rows`. */
  readonly aboutMm: Float32Array;
}

/** Marks that are to be on another layer, which need not be in the file yet. */
export interface LayerMove extends OnMarks {
  readonly kind: "move";
  readonly of: MarkSort;
  readonly to: string;
}

/** The columns that marks stand in. */
export type MarkSort = Marks["of"];

export type ChangeKind = Change["kind"];
export type MarkChangeKind = MarkChange["kind"];

export const isLayerChange = (change: Change): change is LayerChange => "layer" in change;

const ON_TEXTS: ReadonlySet<ChangeKind> = new Set(["set-height", "set-text", "write-text", "turn"]);

/** Which columns the rows of a change belong to. */
export function sortOf(change: MarkChange): MarkSort {
  if (change.kind === "move") return change.of;
  return ON_TEXTS.has(change.kind) ? "texts" : "paths";
}

/** The changes of one kind, in their order. */
export const changesOf = <K extends ChangeKind>(changes: readonly Change[], kind: K): Extract<Change, { kind: K }>[] =>
  changes.filter((change): change is Extract<Change, { kind: K }> => change.kind === kind);

/** A change of some of its rows only: those at some places of `rows`. */
export function changeOfSome(change: MarkChange, places: readonly number[]): MarkChange {
  const rows = Uint32Array.from(places, (i) => change.rows[i] ?? 0);
  switch (change.kind) {
    case "set-height": {
      const { shiftMm } = change;
      if (!shiftMm) return { ...change, rows };
      return { ...change, rows, shiftMm: Float32Array.from(places, (i) => shiftMm[i] ?? 0) };
    }
    case "set-text":
      return { ...change, rows, strings: places.map((i) => change.strings[i] ?? "") };
    case "write-text":
      return {
        ...change,
        rows,
        strings: places.map((i) => change.strings[i] ?? ""),
        like: Uint32Array.from(places, (i) => change.like[i] ?? 0),
        startMm: Float32Array.from(places.flatMap((i) => [...change.startMm.subarray(i * 2, i * 2 + 2)])),
      };
    case "turn":
      return {
        ...change,
        rows,
        aboutMm: Float32Array.from(places.flatMap((i) => [...change.aboutMm.subarray(i * 2, i * 2 + 2)])),
      };
    default:
      return { ...change, rows };
  }
}
