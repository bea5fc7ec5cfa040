import { SHEET_NUMBERS } from "../naming";
import type { OfficeStandard } from "./model";
import { CODE_GROUPS, STANDARD_FORMAT } from "./model/choices";

/** The chapters that a standard may leave empty. */
export const emptyChapters = (): Pick<
  OfficeStandard,
  | "unitStyles"
  | "reductions"
  | "penSchedules"
  | "hatches"
  | "fonts"
  | "dimensionStyles"
  | "kinds"
  | "showing"
  | "series"
  | "codes"
  | "labelPatterns"
  | "legendOrder"
  | "wallTypes"
  | "openings"
  | "slopes"
  | "notes"
> => ({
  unitStyles: [],
  reductions: [],
  penSchedules: [],
  hatches: [],
  fonts: [],
  dimensionStyles: [],
  kinds: [],
  showing: {},
  series: [],
  codes: [],
  labelPatterns: [],
  legendOrder: [...CODE_GROUPS],
  wallTypes: [],
  openings: [],
  slopes: [],
  notes: [],
});

const FIRST_FORMAT = "hemstitch-standard-1";

/** Brings the JSON of an earlier form to today's: chapters that it did not have yet are empty. */
export function upgraded(content: Record<string, unknown>): Record<string, unknown> {
  if (content["format"] !== FIRST_FORMAT) return content;
  const { scales, naming, ...rest } = content;
  return {
    ...emptyChapters(),
    ...rest,
    format: STANDARD_FORMAT,
    naming: typeof naming === "object" && naming !== null ? { sheets: SHEET_NUMBERS, ...naming } : naming,
    scales: Array.isArray(scales)
      ? scales.map((scale: unknown) => (typeof scale === "string" ? scaleEntry(scale) : scale))
      : scales,
  };
}

/** A listed scale from how it is written: feet or inches in it say its system. */
export const scaleEntry = (scale: string): { scale: string; system: "metric" | "feet-inches" } => ({
  scale,
  system: /['"=]/.test(scale) ? "feet-inches" : "metric",
});
