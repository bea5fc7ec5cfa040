import { grown } from "../../drawing";
import { LINE_WORK, type LineWork } from "../line-work";
import type { PageFacts } from "../recogniser";
import { apart } from "./angles";
import { endOffDeg, type HatchFamily } from "./families";

/**
 * What a draughtsman sees: the few joints across many courses. Lines that are too few to be a hatch by themselves belong
 * to one whose lines they cross at a right angle, when they lie wholly amid it, on its layer and with its pen.
 */

const RIGHT_ANGLE_OFF_DEG = 1;
/** Lines lie amid a region up to so many spacings beyond its first and last line. */
const BEYOND = 1.2;
const SAME_PLACE_MM = 0.1;
/** Of a region that is full of lines of another kind, nothing is said. */
const MOST_AROUND = 20_000;
/** Lines around families that are looked at on a page; beyond, nothing is said of the others. */
const MOST_LOOKED_AT = 1_500_000;

/** What may still be looked at on a page. */
export interface LookedAt {
  left: number;
}
export const fewLinesBudget = (): LookedAt => ({ left: MOST_LOOKED_AT });
/** More places than this are a family of their own, if they are one. */
const MOST_PLACES = 60;

/** The lines across a family, amid it; undefined where there are none. */
export function fewLinesAcross(facts: PageFacts, family: HatchFamily, looked: LookedAt): HatchFamily | undefined {
  const lines = facts.of(LINE_WORK)[0]?.value;
  const reach = BEYOND * family.spacingMm;
  const box = grown(family.boxMm, reach);
  if (!lines || looked.left <= 0) return undefined;
  const near = lines.near(box);
  looked.left -= near.length;
  if (near.length > MOST_AROUND) return undefined;
  const { paths } = facts.page;
  const first = family.rows[0] ?? 0;
  const isAlike = (row: number): boolean =>
    paths.layer[row] === paths.layer[first] &&
    paths.widthMm[row] === paths.widthMm[first] &&
    paths.dash[row] === paths.dash[first] &&
    paths.strokeColour[row] === paths.strokeColour[first];
  const taken = new Set(family.rows);
  const angleDeg = (family.angleDeg + 90) % 180;
  const [own, others]: [number[], number[]] = [[], []];
  for (const i of near) {
    const row = lines.rows[i] ?? 0;
    if (paths.layer[row] === paths.layer[first]) (taken.has(row) ? own : others).push(i);
  }
  const alike = others.filter((i) => isAlike(lines.rows[i] ?? 0));
  if (alike.length === 0) return undefined;
  const isAmid = amid(lines, own, family, reach);
  const across = alike.filter(
    (i) => apart(directionOf(lines, i), angleDeg) <= RIGHT_ANGLE_OFF_DEG + endOffDeg(lines.length(i)) && isAmid(i),
  );
  const places = placesOf(lines, across, angleDeg);
  const [firstPlace] = places;
  if (firstPlace === undefined || places.length > MOST_PLACES) return undefined;
  const steps = places.slice(1).map((place, k) => place - (places[k] ?? 0));
  return {
    angleDeg,
    angleOffDeg: RIGHT_ANGLE_OFF_DEG,
    spacingMm: leastStep(steps),
    isFew: true,
    dash: family.dash,
    lines: places.length,
    offsetMm: firstPlace,
    rows: Uint32Array.from(new Set(across.flatMap((i) => lines.rowsOf(i)))).sort(),
    boxMm: family.boxMm,
  };
}

/** The least step, where all are so many times as wide; 0 where they are of several regions, each with its own beginning. */
function leastStep(steps: readonly number[]): number {
  const least = Math.min(...steps);
  const isEven = steps.every((step) => Math.abs(step / least - Math.round(step / least)) <= EVEN);
  const isUsual = steps.filter((step) => step < (1 + EVEN) * least).length >= OFTEN * steps.length;
  return steps.length > 0 && isEven && isUsual ? least : 0;
}
const EVEN = 0.08;
const OFTEN = 0.34;

function directionOf(lines: LineWork, i: number): number {
  const [[x1, y1], [x2, y2]] = [lines.end(i, 0), lines.end(i, 1)];
  return ((((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI) % 180) + 180) % 180;
}

/** Where lines lie across a direction, each place once, rising. */
function placesOf(lines: LineWork, pieces: readonly number[], angleDeg: number): number[] {
  const turn = (angleDeg * Math.PI) / 180;
  const sorted = pieces
    .map((i) => {
      const [[x1, y1], [x2, y2]] = [lines.end(i, 0), lines.end(i, 1)];
      return ((y1 + y2) / 2) * Math.cos(turn) - ((x1 + x2) / 2) * Math.sin(turn);
    })
    .sort((a, b) => a - b);
  return sorted.filter((place, k) => k === 0 || place - (sorted[k - 1] ?? 0) > SAME_PLACE_MM);
}

/** Tells what lies as far along as a family's lines reach, and no farther beside them than the next would be. */
function amid(
  lines: LineWork,
  own: readonly number[],
  { angleDeg }: HatchFamily,
  reachMm: number,
): (i: number) => boolean {
  const turn = (angleDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const places = (i: number): readonly (readonly [along: number, across: number])[] =>
    ([0, 1] as const).map((end) => {
      const [x, y] = lines.end(i, end);
      return [x * cos + y * sin, y * cos - x * sin];
    });
  let [from, to, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const i of own)
    for (const [along, across] of places(i))
      [from, to, low, high] = [
        Math.min(from, along),
        Math.max(to, along),
        Math.min(low, across),
        Math.max(high, across),
      ];
  return (i) =>
    places(i).every(
      ([along, across]) =>
        along >= from - END_MM && along <= to + END_MM && across >= low - reachMm && across <= high + reachMm,
    );
}
const END_MM = 0.3;
