import type { Dash } from "../drawing";
import type { LineTypeEntry } from "../standard/plain";

/**
 * Whether a dash pattern on paper is a line type drawn at a width. Where the pattern begins does
 * not matter. Round or square ends lengthen dashes by the width and shorten gaps by it; a pattern
 * may be written for either.
 */
export function isLineType(
  dashMm: Dash,
  type: LineTypeEntry,
  widthMm: number,
  capped: boolean,
  toleranceShare: number,
): boolean {
  if (type.pattern.length === 0 || dashMm.length === 0) return type.pattern.length === dashMm.length;
  const wanted = type.pattern.map((each) => each * widthMm);
  if (sameCycle(dashMm, wanted, toleranceShare, widthMm)) return true;
  if (!capped) return false;
  const withEnds = dashMm.map((each, i) => (i % 2 === 0 ? each + widthMm : each - widthMm));
  return sameCycle(withEnds, wanted, toleranceShare, widthMm);
}

/** The same elements in the same turn, beginning at any dash, once or several times over. */
function sameCycle(dash: readonly number[], wanted: readonly number[], share: number, widthMm: number): boolean {
  if (dash.length % wanted.length !== 0) return false;
  for (let shift = 0; shift < wanted.length; shift += 2) {
    const same = dash.every((each, i) => close(each, wanted[(i + shift) % wanted.length] ?? 0, share, widthMm));
    if (same) return true;
  }
  return false;
}

/** Dots and short gaps are of the order of the width itself and can't be held to a share of their length. */
const close = (measured: number, wanted: number, share: number, widthMm: number): boolean =>
  Math.abs(measured - wanted) <= Math.max(wanted * share, widthMm * 0.55);
