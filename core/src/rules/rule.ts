import type { BoxMm, Change, ChangeKind, Marks, Shape } from "../drawing";
import type { PageFeatures } from "../recognise/features";
import type { FileFacts, PageFacts, Recogniser } from "../recognise/recogniser";
import type { Parameter } from "../recognise/parameter";
import type { OfficeStandard, RulePage, Severity } from "../standard/plain";
import type { Family } from "./families";
import type { Need } from "./needs";

/** What a rule reports. Reports of one rule, page, layer, measured and expected value become one finding. */
export interface Report {
  /** 0 where the whole file is meant. */
  readonly page: number;
  /** Index into the drawing's layers; -1 for “no layer”; left out where no layer is meant. */
  readonly layer?: number;
  readonly marks?: Marks;
  /** Where the marks stand, to be shown as one place: the lines of a hatch one by one would hide it. Millimetres. */
  readonly regionMm?: BoxMm;
  /** Drawn geometry that shows what was measured. */
  readonly shapes?: readonly Shape[];
  /** Each place is a departure of its own, so the place tells two findings apart that are otherwise alike. */
  readonly placed?: boolean;
  /** How many things the marks make up, in the sense of the message; unless said, lines of lettering and single paths. */
  readonly things?: number;
  /** The finding's sentence, given how many things it came to. */
  readonly message: (count: number) => string;
  readonly measured?: number | string;
  readonly expected?: number | string;
  readonly unit?: string;
  /** What takes the departure away; all changes are of the kind that the rule says it mends by, or go with it. */
  readonly mend?: readonly Change[];
  /** Good names that were probably meant, nearest first. */
  readonly suggestions?: readonly string[];
}

/** What a rule judges by. */
export interface JudgeContext {
  readonly file: FileFacts;
  readonly pages: readonly PageFacts[];
  /** What the edition says of one of the rule's parameters. */
  valueOf(parameter: Parameter): number;
  report(report: Report): void;
  /** Says why some of the drawing could not be judged; the rest is. A whole sentence. */
  leaveOpen(reason: string): void;
}

/** All that is to be said of a rule. Everything else that speaks of it is made from this. */
interface Declared {
  /** `family/name`, fixed for ever. */
  readonly id: `${Family}/${string}`;
  /** The departure in a coordinator's words: “Lines without a width”. */
  readonly title: string;
  readonly severity: Severity;
  /** Figures that an edition may set. */
  readonly parameters: readonly Parameter[];
  readonly page: RulePage;
}

/** A rule that looks at one drawing. */
export interface DrawingRule extends Declared {
  /** `page`: each page is judged by itself. `file`: its pages together. */
  readonly scope: "page" | "file";
  /** What must be there to judge; what is not makes the rule “not judged”, with the reason. */
  readonly needs: readonly Need[];
  /** The recognisers that it reads. */
  readonly reads: readonly Recogniser[];
  /** The kind of change that takes the departure away, where a machine can. */
  readonly mends?: ChangeKind;
  judge(context: JudgeContext): void;
}

/** A rule that holds the sheets of a set against each other. It sees their features, never the files. */
export interface SetRule extends Declared {
  readonly scope: "set";
  /** What it looks at, in words: the part of the features, and where they come from. */
  readonly looksAt: readonly string[];
  judge(context: SetContext): void;
}

export type Rule = DrawingRule | SetRule;
export type Scope = Rule["scope"];

/** What a rule of sets judges by. */
export interface SetContext {
  /** In the order in which they were given. */
  readonly sheets: readonly SheetOfSet[];
  /** Somebody says that these are all sheets of the set. Without that, what is not among them may be elsewhere. */
  readonly isWhole: boolean;
  readonly standard: OfficeStandard;
  valueOf(parameter: Parameter): number;
  report(report: SetReport): void;
  /** Says why something could not be judged. A whole sentence. */
  leaveOpen(reason: string): void;
}

/** A sheet among others: a page of a drawing, by what was recognised on it. */
export interface SheetOfSet {
  /** What its drawing is known by: a path, or an id. */
  readonly drawing: string;
  /** SHA-256 of the drawing's bytes, where it is known. */
  readonly sha256?: string;
  readonly features: PageFeatures;
}

/** A departure of a set. */
export interface SetReport {
  /** What departs, in words that stay when sheets come and go: the number of a sheet, a reference. */
  readonly subject: string;
  /** Where it shows: at least one place. Without a box the whole sheet is meant. */
  readonly places: readonly {
    readonly sheet: SheetOfSet;
    readonly boxMm?: BoxMm;
    /** Name of the layer, where one is meant; empty for marks on none. */
    readonly layer?: string;
  }[];
  readonly message: string;
  readonly measured?: number | string;
  readonly expected?: number | string;
  readonly unit?: string;
}

/** A rule as a value; judges nothing itself. */
export const rule = (declared: DrawingRule): DrawingRule => declared;
/** A rule of sets as a value. */
export const setRule = (declared: SetRule): SetRule => declared;
