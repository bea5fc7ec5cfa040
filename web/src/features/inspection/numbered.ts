import type { Finding } from "@hemstitch/core/inspect";
import type { Flag } from "../sheet-view/FlagPin";

/** A finding with the number of its flag. */
export interface Numbered extends Finding {
  readonly number: number;
}

/** Flags that would hide each other are set apart so far. Millimetres. */
const APART_MM = 9;

/** One flag a finding, at its first place; findings about the file or a layer have none. */
export function flagsOf(findings: readonly Numbered[], page: number): Flag[] {
  const flags: Flag[] = [];
  for (const finding of findings) {
    const places = placesOf(finding, page);
    if (places.length === 0) continue;
    const spot = freeSpot(places, flags);
    flags.push({
      id: finding.key,
      number: finding.number,
      severity: finding.severity,
      ...spot,
      label: `Finding ${finding.number}: ${finding.title}. ${finding.message}`,
    });
  }
  return flags;
}

/** Places of a finding on a page, x, y, width and height in turn: its own, or those of the same departure elsewhere. */
export const placesOf = ({ page: own, placesMm, elsewhere = [] }: Finding, page: number): readonly number[] =>
  own === page
    ? placesMm
    : elsewhere.flatMap(({ page: other, boxMm: { x, y, width, height } }) =>
        other === page ? [x, y, width, height] : [],
      );

/** The first place that has no flag near it, else the first: the view parts flags that would hide each other. */
function freeSpot(places: readonly number[], flags: readonly Flag[]): { x: number; y: number } {
  const spots = Array.from({ length: Math.min(200, places.length / 4) }, (_, i) => {
    const [x = 0, y = 0, width = 0, height = 0] = places.slice(i * 4, i * 4 + 4);
    return { x: x + width / 2, y: y + height };
  });
  const free = spots.find((spot) => flags.every((flag) => Math.hypot(flag.x - spot.x, flag.y - spot.y) > APART_MM));
  return free ?? spots[0] ?? { x: 0, y: 0 };
}
