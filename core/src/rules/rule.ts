import type { BoxMm, Change, ChangeKind, Marks, Shape } from "../drawing";
import type { FileFacts, PageFacts, Recogniser } from "../recognise/recogniser";
import type { Parameter } from "../recognise/parameter";
import type { RulePage, Severity } from "../standard/plain";
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
  /** The finding's sentence, given how many marks it came to. */
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
export interface Rule {
  /** `family/name`, fixed for ever. */
  readonly id: `${Family}/${string}`;
  /** The departure in a coordinator's words: “Lines without a width”. */
  readonly title: string;
  readonly severity: Severity;
  /** What must be there to judge; what is not makes the rule “not judged”, with the reason. */
  readonly needs: readonly Need[];
  /** The recognisers that it reads. */
  readonly reads: readonly Recogniser[];
  /** Figures that an edition may set. */
  readonly parameters: readonly Parameter[];
  /** The kind of change that takes the departure away, where a machine can. */
  readonly mends?: ChangeKind;
  readonly page: RulePage;
  judge(context: JudgeContext): void;
}

/** A rule as a value; judges nothing itself. */
export const rule = (declared: Rule): Rule => declared;
