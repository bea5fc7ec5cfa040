import type { Parameter } from "../../recognise/parameter";

/** What is drawn can't be told more exactly than this. Millimetres on paper. */
const PAPER_MM = 0.1;

/** How far a length of the building may be off, for one of these rules. */
export const offOf = (rule: string, what: string): Parameter => ({
  rule,
  name: "offMm",
  title: `${what} may be off by`,
  unit: "mm in the building",
  usual: 5,
  least: 0.5,
  most: 200,
  sentence: `${what} may differ by this, or by 0.1 mm on paper where that is more.`,
});

/** That, or what can be told on paper where it is more: millimetres of the building at a scale. */
export const offAt = (offMm: number, scale: number): number => Math.max(offMm, PAPER_MM * scale);
