import type { Drawing, Page } from "../drawing";
import type { Scale } from "../quantity";
import type { StrokeLook, TextLook } from "../recognise/looks";
import type { LayerEntry, Severity, StandardLookup } from "../standard";

/** What can be done about a finding by machine. */
export type MendKind = "rename" | "set-width" | "set-line-type" | "set-height";

/** A mend as data: what to set, on which marks. */
export type Mend =
  | { readonly kind: "rename"; readonly layer: number; readonly to: string }
  | { readonly kind: "set-width"; readonly widthMm: number }
  | { readonly kind: "set-line-type"; readonly lineType: string; readonly dashMm: readonly number[] }
  | { readonly kind: "set-height"; readonly heightMm: number };

/** Marks a report is about: rows of a page's paths or texts. */
export interface Marks {
  readonly of: "paths" | "texts";
  readonly rows: Uint32Array;
}

/** What a rule reports. Reports of one rule, page, layer, measured and expected value become one finding. */
export interface Report {
  /** 0 where the whole file is meant. */
  readonly page: number;
  /** Index into the drawing's layers; -1 for “no layer”; left out where no layer is meant. */
  readonly layer?: number;
  readonly marks?: Marks;
  /** The finding's sentence, given how many marks it came to. */
  readonly message: (count: number) => string;
  readonly measured?: number | string;
  readonly expected?: number | string;
  readonly unit?: string;
  readonly mend?: Mend;
  /** Good names that were probably meant, nearest first. */
  readonly suggestions?: readonly string[];
}

/** What is known of one page, worked out once for all rules. */
export interface PageFacts {
  readonly page: Page;
  readonly strokes: readonly StrokeLook[];
  readonly texts: readonly TextLook[];
  /** Marks by layer index + 1; index 0 counts those on no layer. */
  readonly marksPerLayer: Uint32Array;
  /** The scale that the file or the caller states. */
  readonly stated?: Scale;
}

/** What a rule judges by. */
export interface JudgeContext {
  readonly drawing: Drawing;
  readonly pages: readonly PageFacts[];
  readonly standard: StandardLookup;
  /** The register's entry for a layer of the drawing. */
  entryOf(layer: number): LayerEntry | undefined;
  report(report: Report): void;
  /** The rule could not be judged here, and why. */
  notJudged(reason: string): void;
}

export interface RuleMeta {
  /** `family/name`, fixed for ever. */
  readonly id: string;
  readonly severity: Severity;
  /** What the rule says, in one sentence. */
  readonly title: string;
  readonly mends?: MendKind;
}

/** A rule compares what was measured with the edition and reports; it keeps nothing. */
export interface Rule {
  readonly meta: RuleMeta;
  judge(context: JudgeContext): void;
}

/** `3 lines`, `1 line`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString("en")} ${count === 1 ? one : many}`;

/** A length for a message: at most three decimals. */
export const mm = (value: number): string => `${Number(value.toFixed(3))} mm`;

export const layerName = (context: JudgeContext, layer: number): string =>
  context.drawing.layers[layer]?.name ?? "no layer";
