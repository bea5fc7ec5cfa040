import type { DescribedRule } from "../standard/plain";
import { needInWords } from "./needs";
import { familyOf } from "./families";
import type { Rule } from "./rule";

/** Rules as plain data, for pages, documents and other programs. */
export const describeRules = (rules: readonly Rule[]): DescribedRule[] =>
  rules.map(({ id, title, severity, needs, reads, parameters, mends, page }) => ({
    id,
    family: familyOf(id),
    title,
    severity,
    parameters: parameters.map(({ rule: _rule, ...described }) => described),
    ...(mends ? { mends } : {}),
    needs: needs.map(needInWords),
    reads: reads.map((recogniser) => `${recogniser.finds}, from ${recogniser.from}`),
    page,
  }));
