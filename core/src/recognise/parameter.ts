import type { OfficeStandard } from "../standard/plain";

/** What the figure of a parameter is in. */
export const PARAMETER_UNITS = ["mm on paper", "mm in the building", "share", "degrees"] as const;
export type ParameterUnit = (typeof PARAMETER_UNITS)[number];

/** A figure that an edition may set about a rule. */
export interface Parameter {
  /** The rule that it is set for; other rules may go by it. */
  readonly rule: string;
  /** Name in the standard, with its unit: `leastClearMm`. */
  readonly name: string;
  /** What a coordinator calls it: “Least clear distance”. */
  readonly title: string;
  readonly unit: ParameterUnit;
  /** The value where the edition says nothing. */
  readonly usual: number;
  readonly least: number;
  readonly most: number;
  /** What it decides, in a sentence. */
  readonly sentence: string;
}

/** The value that a standard gives a parameter, its usual one where it gives none that can be used. */
export function valueOf({ rules }: OfficeStandard, { rule, name, usual, least, most }: Parameter): number {
  const said = Object.hasOwn(rules, rule) ? rules[rule]?.parameters : undefined;
  const value = said && Object.hasOwn(said, name) ? said[name] : undefined;
  // An edition may be older than a bound, or newer than this program: what can't be used is as if it were not said.
  return typeof value === "number" && value >= least && value <= most ? value : usual;
}
