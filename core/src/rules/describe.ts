import type { DescribedRule } from "../standard/plain";
import { needInWords } from "./needs";
import { familyOf } from "./families";
import type { DrawingRule, Rule, SetRule } from "./rule";

/** Rules as plain data, for pages, documents and other programs. */
export const describeRules = (rules: readonly Rule[]): DescribedRule[] =>
  rules.map((rule) => ({ ...ofAll(rule), ...(rule.scope === "set" ? ofSet(rule) : ofDrawing(rule)) }));

type Particular = Pick<DescribedRule, "mends" | "needs" | "reads">;

const ofAll = ({ id, title, severity, scope, parameters, page }: Rule): Omit<DescribedRule, keyof Particular> => ({
  id,
  family: familyOf(id),
  title,
  severity,
  scope,
  parameters: parameters.map(({ rule: _rule, ...described }) => described),
  page,
});

const ofDrawing = ({ needs, reads, mends }: DrawingRule): Particular => ({
  ...(mends ? { mends } : {}),
  needs: needs.map(needInWords),
  reads: reads.map((recogniser) => `${recogniser.finds}, from ${recogniser.from}`),
});

const ofSet = ({ looksAt }: SetRule): Particular => ({ needs: [], reads: looksAt });
