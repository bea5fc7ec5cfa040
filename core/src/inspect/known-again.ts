import { addTo } from "../base/grouped";
import { apart, type PointMm } from "../drawing";
import type { Finding } from "./finding";

/** As much of a finding as it is known again by. */
export type Known = Pick<Finding, "key" | "rule" | "layer" | "measured" | "expected" | "page" | "boxMm">;

/**
 * Which findings of an earlier look at a file are still there: for each of the new ones the earlier one,
 * by its place in the list; none for one that is new. Keys decide first. Of what is left, those are the same
 * that say the same on one page, then those of one rule at one place, then those that say the same anywhere,
 * the nearest first: a sheet may have been given another number, a layer another name, and keys of earlier
 * versions were made up otherwise.
 */
export function knownAgain(earlier: readonly Known[], now: readonly Known[]): (number | undefined)[] {
  const known = new Array<number | undefined>(now.length).fill(undefined);
  const taken = new Set<number>();
  for (const sameIn of [byKey, sayingTheSameOnPage, atPlace, saying]) {
    const left = new Map<string, number[]>();
    earlier.forEach((finding, of) => taken.has(of) || addTo(left, sameIn(finding), of));
    now.forEach((finding, at) => {
      if (known[at] !== undefined) return;
      const alike = left.get(sameIn(finding)) ?? [];
      const nearest = alike.length > MOST_COMPARED ? 0 : nearestOf(finding, alike, earlier);
      const [of] = alike.splice(nearest, 1);
      if (of === undefined) return;
      known[at] = of;
      taken.add(of);
    });
  }
  return known;
}

/** Of more than this that are alike the first is taken, not the nearest: thousands would have to be held against thousands. */
const MOST_COMPARED = 500;

/** The turn of the nearest of some, by their places in the list. */
function nearestOf(finding: Known, alike: readonly number[], earlier: readonly Known[]): number {
  const far = alike.map((of) => away(finding, earlier[of]));
  return Math.max(0, far.indexOf(Math.min(...far)));
}

/**
 * Asks whether a finding is one of some that were kept: by its key, or, where keys were made up otherwise then,
 * by what it says and where on the same page it stands.
 */
export function isAmong(kept: readonly Known[]): (finding: Known) => boolean {
  const keys = new Set(kept.map(({ key }) => key));
  const places = new Set(kept.map(placedSameness));
  return (finding) => keys.has(finding.key) || places.has(placedSameness(finding));
}

const placedSameness = (finding: Known): string => `${saying(finding)} ${atPlace(finding)}`;

// What two findings are the same by, the surest first.
const byKey = ({ key }: Known): string => key;
const saying = ({ rule, layer, measured, expected }: Known): string =>
  JSON.stringify([rule, layer ?? null, measured ?? null, expected ?? null]);
const sayingTheSameOnPage = (finding: Known): string => `${finding.page} ${saying(finding)}`;
/** The layer may have been renamed, and another pen be expected on it. */
const atPlace = ({ rule, page, boxMm: { x, y, width, height } }: Known): string =>
  [rule, page, ...[x, y, width, height].map((each) => each.toFixed(1))].join(" ");

const middle = ({ boxMm: { x, y, width, height } }: Known): PointMm => [x + width / 2, y + height / 2];
const away = (a: Known, b: Known | undefined): number => (b ? apart(middle(a), middle(b)) : Infinity);
