import type { BoxMm } from "../drawing";
import type { Marks, Mend } from "../rules";
import type { Severity } from "../standard";

/** One departure from the standard: what, where, measured against what, and the way out. */
export interface Finding {
  readonly rule: string;
  readonly severity: Severity;
  /** 1 for the first page; 0 where the whole file is meant. */
  readonly page: number;
  /** Index into the drawing's layers; -1 for “no layer”. */
  readonly layerId?: number;
  readonly layer?: string;
  readonly message: string;
  readonly measured?: number | string;
  readonly expected?: number | string;
  readonly unit?: string;
  readonly mend?: Mend;
  readonly suggestions?: readonly string[];
  /** Marks it came to; 1 for a finding about a layer, a page or the file. */
  readonly count: number;
  readonly marks: readonly Marks[];
  /** Box of all its places; the whole page for a finding about a page or the file. */
  readonly boxMm: BoxMm;
  /** A box for each place: x, y, width, height in turn, millimetres. */
  readonly placesMm: Float32Array;
}

export interface NotJudged {
  readonly rule: string;
  readonly reason: string;
}

/** What was found in one drawing. */
export interface Inspected {
  readonly findings: readonly Finding[];
  readonly notJudged: readonly NotJudged[];
}
