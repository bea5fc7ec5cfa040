import type { BoxMm, Change, ChangeKind, Marks, Shape } from "../drawing";
import type { GuessedKind } from "../recognise/drawing-kinds";
import type { PageFeatures } from "../recognise/features";
import type { RecognisedDrawing } from "../recognise/recognised";
import type { Severity } from "../standard/plain";

/**
 * One departure from the standard: what, where, measured against what, and the way out. The same
 * shape everywhere, from the rule to the screen; plain values that can be sent and kept.
 */
export interface Finding {
  /** Tells it from every other finding of the file, and knows it again in the file's next version. */
  readonly key: string;
  readonly rule: string;
  /** The rule's title, in a coordinator's words. */
  readonly title: string;
  readonly severity: Severity;
  /** 1 for the first page; 0 where the whole file is meant. */
  readonly page: number;
  /** Name of the layer; left out where none is meant, or the marks are on none. */
  readonly layer?: string;
  readonly message: string;
  readonly measured?: number | string;
  readonly expected?: number | string;
  readonly unit?: string;
  /** What a machine can do about it. */
  readonly mend?: ChangeKind;
  readonly suggestions?: readonly string[];
  /** Marks it came to; 1 for a finding about a layer, a page or the file. */
  readonly count: number;
  /** Box of all its places; the whole page for a finding about a page or the file. */
  readonly boxMm: BoxMm;
  /** x, y, width, height of each place in turn, millimetres; at most `MOST_PLACES` places. */
  readonly placesMm: readonly number[];
  /** Places on other pages, of a departure that shows only when pages are held against each other. */
  readonly elsewhere?: readonly { readonly page: number; readonly boxMm: BoxMm }[];
  /** Drawn geometry that shows what was measured. */
  readonly shapes?: readonly Shape[];
}

/** More places of one finding than this hide a sheet rather than show it; its count says how many there are. */
export const MOST_PLACES = 2000;
/** The same for what was measured. */
export const MOST_SHAPES = 200;

/** What a finding came from, for mending it where it was found. */
export interface FoundOn {
  readonly marks: readonly Marks[];
  readonly mend: readonly Change[];
}

/** A rule that could not be judged, and why. Not a finding: silence would mean “looked and found nothing”. */
export interface NotJudged {
  readonly rule: string;
  readonly title: string;
  readonly reason: string;
}

/** What kind of drawing a page holds. */
export interface KindOfPage {
  /** Id and title of the standard's kind. */
  readonly id: string;
  readonly title: string;
  readonly by: GuessedKind["by"];
  /** The words that it was read off. */
  readonly words: string;
  /** 0–1. */
  readonly confidence: number;
}

/** What was found in one drawing. */
export interface Inspected {
  readonly findings: readonly Finding[];
  readonly notJudged: readonly NotJudged[];
  /** The drawings that were made out on each page, the largest first. */
  readonly drawings: readonly (readonly RecognisedDrawing[])[];
  /** The kind of each page that was said or guessed, and by what; none where it is not known. */
  readonly kinds: readonly (KindOfPage | null)[];
  /** What was recognised on each page, to be kept and held against other sheets. Worked out when it is asked for. */
  features(): readonly PageFeatures[];
  /** By the keys of the findings. */
  readonly foundOn: ReadonlyMap<string, FoundOn>;
}
