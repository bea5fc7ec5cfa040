import type { OfficeStandard, RuleSetting, ToleranceChapter } from "@hemstitch/core/standard/plain";

/** What the standard says once, and that is edited outside the registers. */
export interface Facts {
  readonly name?: string;
  readonly units?: OfficeStandard["units"];
  /** Names of layers that programs put marks on by default. */
  readonly defaultLayers?: readonly string[];
  /** Groups of codes in the order that legends have them. */
  readonly legendOrder?: readonly string[];
  /** Pattern of the names of text styles by scale. */
  readonly textStyleNames?: string;
  readonly tolerances?: ToleranceChapter;
  /** How a rule counts; null as it usually does. */
  readonly rule?: { readonly id: string; readonly severity: RuleSetting["severity"] | null };
}

/** The standard with some facts said anew. */
export function withFacts(standard: OfficeStandard, facts: Facts): OfficeStandard {
  const { defaultLayers, textStyleNames, rule, ...plain } = facts;
  const rules = { ...standard.rules };
  if (rule?.severity === null) delete rules[rule.id];
  else if (rule) rules[rule.id] = { severity: rule.severity };
  return {
    ...standard,
    ...plain,
    naming: {
      ...standard.naming,
      ...(defaultLayers === undefined ? {} : { defaultLayers }),
      ...(textStyleNames === undefined ? {} : { textStyleNames }),
    },
    rules,
  } as OfficeStandard;
}

/** What the standard says now of the facts that are about to change: the way back. */
export function factsAsNow(standard: OfficeStandard, changing: Facts): Facts {
  const { naming, rules } = standard;
  const now: Required<Omit<Facts, "rule">> = {
    name: standard.name,
    units: standard.units,
    defaultLayers: naming.defaultLayers,
    legendOrder: standard.legendOrder,
    textStyleNames: naming.textStyleNames ?? "",
    tolerances: standard.tolerances,
  };
  const { rule } = changing;
  return {
    ...Object.fromEntries(Object.entries(now).filter(([fact]) => changing[fact as keyof Facts] !== undefined)),
    ...(rule ? { rule: { id: rule.id, severity: rules[rule.id]?.severity ?? null } } : {}),
  };
}
