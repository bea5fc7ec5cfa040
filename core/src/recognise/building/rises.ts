import { groupedBy } from "../../base/grouped";
import type { Reading } from "../../quantity";
import type { DrawingRegions } from "../drawing-regions";
import type { PageFacts } from "../recogniser";
import { LEVELS, type Level } from "./levels";

/**
 * How far the levels of one drawing stand above its lowest: a length that is written by what two levels read, and drawn
 * from one level's line to the other's. A draughtsman sees tags of one make over each other, each with its line in the
 * same place by its figure, higher ones reading more. Tags of plans read what they like wherever they stand: where one
 * that stands higher reads less, there are no rises.
 */
export interface Rise {
  readonly written: { readonly readings: readonly Reading[] };
  /** Millimetres on paper. */
  readonly drawnMm: number;
}

/** Lines of tags of one make stand in the same place by their figures, but for so much. Millimetres. */
const SAME_MM = 0.1;
/** More levels are those of a plan. */
const MOST_LEVELS = 40;

/** The rises of each region of a page that has any. */
export function risesOf(facts: PageFacts, regions: DrawingRegions | undefined): ReadonlyMap<number, readonly Rise[]> {
  const levels = facts.of(LEVELS).map(({ value }) => value);
  const rises = new Map<number, readonly Rise[]>();
  for (const [region, own] of groupedBy(levels, ({ atMm }) => regions?.of(atMm) ?? 0)) {
    const found = own.length > MOST_LEVELS ? [] : risesIn(own);
    if (found.length > 0) rises.set(region, found);
  }
  return rises;
}

function risesIn(levels: readonly Level[]): Rise[] {
  const sorted = levels
    .filter(({ readings, heightsMm }) => readings.length > 0 && heightsMm.length > 0)
    .sort((a, b) => baseOf(a) - baseOf(b));
  const [lowest, ...others] = sorted;
  if (!lowest || !isOneMake(sorted) || !isRising(sorted)) return [];
  const higher = others.filter((each) => baseOf(each) - baseOf(lowest) > SAME_MM);
  const apart = higher.filter((each, i) => i === 0 || baseOf(each) - baseOf(higher[i - 1]!) > SAME_MM);
  return apart.map((each) => ({
    written: { readings: differences(each, lowest) },
    drawnMm: baseOf(each) - baseOf(lowest),
  }));
}

const baseOf = ({ line }: Level): number => line.startMm[1];

/** Whether each has a line in one and the same place by its figure. */
function isOneMake(levels: readonly Level[]): boolean {
  const [first, ...others] = levels.map((level) => level.heightsMm.map((height) => height - baseOf(level)));
  return (first ?? []).some((place) =>
    others.every((places) => places.some((other) => Math.abs(other - place) <= SAME_MM)),
  );
}

/** Whether what stands higher reads more, and what stands at one height reads the same. */
const isRising = (levels: readonly Level[]): boolean =>
  levels.every((level, i) => {
    const below = levels[i - 1];
    if (!below) return true;
    const isLevel = baseOf(level) - baseOf(below) <= SAME_MM;
    return differences(level, below).some(({ length }) => (isLevel ? length.toNumber() === 0 : length.toNumber() > 0));
  });

/** How much more one reads than another, in each unit that both may be in. */
const differences = (upper: Level, lower: Level): Reading[] =>
  upper.readings.flatMap((reading) => {
    const other = lower.readings.find(({ unit }) => isSameMeasure(unit, reading.unit));
    if (!other) return [];
    const length = reading.length.minus(other.length);
    return [{ unit: reading.unit, length, halfLastMm: reading.halfLastMm + other.halfLastMm }];
  });

/** Feet and inches go with decimal feet. */
const isSameMeasure = (a: Reading["unit"], b: Reading["unit"]): boolean =>
  a === b || [a, b].every((unit) => unit === "ft" || unit === "in");
