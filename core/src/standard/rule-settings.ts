import type { OfficeStandard } from "./model";
import type { Severity } from "./model/choices";

/** A figure of a rule as it is told to people and other programs. */
export interface DescribedParameter {
  readonly name: string;
  readonly title: string;
  readonly unit: string;
  readonly usual: number;
  readonly least: number;
  readonly most: number;
  readonly sentence: string;
}

/** A rule as plain data: all that can be said of it without judging. */
export interface DescribedRule {
  readonly id: string;
  readonly family: string;
  readonly title: string;
  readonly severity: Severity;
  /** What it judges at a time: a page, a file, or the sheets of a set together. */
  readonly scope: "page" | "file" | "set";
  readonly parameters: readonly DescribedParameter[];
  /** The kind of change by which a machine takes the departure away. */
  readonly mends?: string;
  readonly needs: readonly string[];
  readonly reads: readonly string[];
  readonly page: RulePage;
}

/** What the rule's page says: each a sentence or a few. */
export interface RulePage {
  readonly measures: string;
  readonly why: string;
  readonly right: string;
  readonly wrong: string;
  readonly cannotSee: string;
  readonly mend: string;
}

/** How a rule counts in a standard. */
export const severityIn = (
  { rules }: OfficeStandard,
  { id, severity }: Pick<DescribedRule, "id" | "severity">,
): Severity | "off" => (Object.hasOwn(rules, id) ? rules[id]?.severity : undefined) ?? severity;

/** A figure with its unit, as people read it: shares in per cent. */
export function figureInWords(value: number, unit: string): string {
  if (unit === "share") return `${Number((value * 100).toFixed(2))} %`;
  return `${Number(value.toFixed(4))} ${unit === "degrees" ? "°" : "mm"}`.replace(" °", "°");
}
