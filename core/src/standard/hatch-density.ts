import type { HatchEntry } from "./model";

/** Parallel lines nearer than this print as one (ISO 128-2, from memory). Millimetres between their edges. */
export const LEAST_GAP_MM = 0.7;
/** Lines further apart than this no longer read as a surface. Millimetres; common practice, no source. */
export const WIDEST_SPACING_MM = 25;

/** How a hatch comes out at a scale. */
export interface HatchDensity {
  readonly state: "good" | "too-dense" | "too-open";
  /** Narrowest spacing of its families on paper, millimetres. */
  readonly spacingMm: number;
}

/** Spacing on paper of one length of a hatch: lengths in the building shrink with the scale. */
export const hatchFactor = (hatch: HatchEntry, buildingPerPaper: number): number =>
  hatch.basis === "paper" ? 1 : 1 / buildingPerPaper;

/** Whether the lines of a hatch drawn in a pen can be told apart, and still read as one surface, at a scale. */
export function hatchDensity(hatch: HatchEntry, penWidthMm: number, buildingPerPaper: number): HatchDensity {
  const spacings = hatch.families.map((family) => family.spacingMm * hatchFactor(hatch, buildingPerPaper));
  const spacingMm = Math.min(...spacings);
  if (spacingMm - penWidthMm < LEAST_GAP_MM - 1e-9) return { state: "too-dense", spacingMm };
  return { state: spacingMm > WIDEST_SPACING_MM ? "too-open" : "good", spacingMm };
}
