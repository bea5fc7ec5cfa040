import { differences, type DescribedRule, type Difference, type OfficeStandard } from "../standard/plain";
import { describeRules } from "./describe";
import { BUILD_RULES } from "./build";
import { CODE_RULES } from "./code";
import { DIM_RULES } from "./dim";
import { FILE_RULES } from "./file";
import { unreadable } from "./file/unreadable";
import { HATCH_RULES } from "./hatch";
import { KIND_RULES } from "./kind";
import { LAYER_RULES } from "./layer";
import { LINE_RULES } from "./line";
import { REF_RULES } from "./ref";
import type { Rule } from "./rule";
import { SCALE_RULES } from "./scale";
import { SET_RULES } from "./set";
import { SHEET_RULES } from "./sheet";
import { TITLE_RULES } from "./title";
import { TEXT_RULES } from "./text";

/** All rules that are judged on drawings and sets of them, in the order in which people read findings. */
export const RULES: readonly Rule[] = [
  ...FILE_RULES,
  ...LAYER_RULES,
  ...LINE_RULES,
  ...HATCH_RULES,
  ...TEXT_RULES,
  ...DIM_RULES,
  ...SHEET_RULES,
  ...TITLE_RULES,
  ...SCALE_RULES,
  ...CODE_RULES,
  ...KIND_RULES,
  ...BUILD_RULES,
  ...SET_RULES,
  ...REF_RULES,
];

/** Every rule that a finding can name. */
export const ALL_RULES: readonly Rule[] = [unreadable, ...RULES];

const BY_ID: ReadonlyMap<string, Rule> = new Map(ALL_RULES.map((rule) => [rule.id, rule]));

export const ruleOf = (id: string): Rule | undefined => BY_ID.get(id);

/** The title of a rule; the id of one that is no longer there. */
export const titleOf = (id: string): string => ruleOf(id)?.title ?? id;

/** All of them as plain data. */
export const RULE_BOOK: readonly DescribedRule[] = describeRules(ALL_RULES);

/** All differences from one standard to another, with the rules called by their titles. */
export const editionDifferences = (before: OfficeStandard, after: OfficeStandard): Difference[] =>
  differences(before, after, RULE_BOOK);

export { unreadable };
export { FAMILIES, familyOf } from "./families";
export type { Family } from "./families";
export type {
  DrawingRule,
  JudgeContext,
  Report,
  Rule,
  Scope,
  SetContext,
  SetReport,
  SetRule,
  SheetOfSet,
} from "./rule";
export { needInWords, unmet } from "./needs";
export type { Need } from "./needs";
export { settingProblems, settingsSchema } from "./settings";
