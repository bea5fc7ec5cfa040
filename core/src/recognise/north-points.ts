import { apart, boxOfPoints, type PointMm } from "../drawing";
import { ARCS } from "./arcs";
import { HEADS } from "./heads";
import { LETTERING, middleOf, type TextLine } from "./lettering";
import { LINE_WORK } from "./line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "./recogniser";

/** What stands at the tip of a north point. */
const NORTH = /^(?:N|NORTH|TRUE NORTH|NORD|N\.)$/i;
const LETTER_MM = { least: 1.5, most: 15 };
/** From the letter to the symbol, and the symbol's size. Millimetres. */
const REACH_MM = 30;
const CIRCLE_MM = { least: 2.5, most: 40 };
const SHAFT_MM = { least: 5, most: 80 };
/** What shows the direction runs through the letter within so many heights. */
const OFF = 0.8;
const CONFIDENCE = { circle: 0.85, shaft: 0.9 };

/** A north point, and which way it says north lies. */
export interface NorthPoint {
  readonly atMm: PointMm;
  /** Towards north, counter-clockwise from the right of the sheet; −180 < angle ≤ 180. */
  readonly directionDeg: number;
  readonly letter: TextLine;
  /** Rows of the page's paths. */
  readonly rows: readonly number[];
}

export const NORTH_POINTS: PageRecogniser<NorthPoint> = {
  id: "north-points",
  on: "page",
  ofDrawing: true,
  finds: "north points",
  from: "an N beside a circle with a line or an arrow through its middle, or at the tip of an arrow",
  find: (facts) => facts.of(LETTERING).flatMap(({ value: line }) => pointAt(facts, line) ?? []),
};

function pointAt(facts: PageFacts, letter: TextLine): Sure<NorthPoint> | undefined {
  if (!NORTH.test(letter.text.trim()) || letter.heightMm < LETTER_MM.least || letter.heightMm > LETTER_MM.most)
    return undefined;
  const middle = middleOf(letter);
  const shaft = shaftAt(facts, letter, middle);
  const circle = circleAt(facts, letter, middle);
  // A line or an arrow tells the way best; a circle alone, that the letter stands in its direction.
  if (!circle && !shaft?.isHeaded) return undefined;
  // Half of an arrow is often filled alone, so that its own axis is not the point's: the circle's middle is on that.
  const from = circle?.centreMm ?? shaft?.from;
  const to = shaft?.to ?? middle;
  if (!from) return undefined;
  const rows = [...new Set([...(shaft?.rows ?? []), ...(circle?.rows ?? [])])].sort((a, b) => a - b);
  const value: NorthPoint = {
    atMm: circle?.centreMm ?? [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2],
    directionDeg: (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI,
    letter,
    rows,
  };
  return madeOut(facts.page.index, value, shaft ? CONFIDENCE.shaft : CONFIDENCE.circle, letter.rows, rows);
}

/** The circle that a letter stands in or beside; a bubble that is no larger than its letter is a grid's. */
function circleAt(facts: PageFacts, letter: TextLine, middle: PointMm) {
  const arcs = facts.of(ARCS)[0]?.value.all ?? [];
  const away = (centre: PointMm): number => Math.hypot(centre[0] - middle[0], centre[1] - middle[1]);
  return arcs
    .filter(({ centreMm, radiusMm, sweepDeg }) => {
      const far = away(centreMm);
      const isBeside = far > 0.5 * radiusMm && far <= radiusMm + 2.5 * letter.heightMm;
      return sweepDeg >= 300 && radiusMm >= CIRCLE_MM.least && radiusMm <= CIRCLE_MM.most && isBeside;
    })
    .sort((a, b) => away(a.centreMm) - away(b.centreMm))[0];
}

/** The line that runs at a letter, or the arrow that points at it, from its far end to its near one. */
function shaftAt(facts: PageFacts, letter: TextLine, middle: PointMm) {
  const [lines, heads] = [facts.of(LINE_WORK)[0]?.value, facts.of(HEADS)[0]?.value];
  const off = OFF * letter.heightMm;
  const headed = (heads?.near(boxOfPoints([middle], REACH_MM)) ?? []).find(({ kind, atMm, towards, sizeMm }) => {
    if (kind !== "filled-arrow" || sizeMm < 1.5) return false;
    const [dx, dy] = [middle[0] - atMm[0], middle[1] - atMm[1]];
    const [along, across] = [dx * towards[0] + dy * towards[1], Math.abs(dx * towards[1] - dy * towards[0])];
    return across <= off && along > -sizeMm && along <= 3 * letter.heightMm;
  });
  if (headed) {
    const { atMm: to, towards, sizeMm, row } = headed;
    const from: PointMm = [to[0] - towards[0] * sizeMm, to[1] - towards[1] * sizeMm];
    return { from, to, rows: [row], isHeaded: true };
  }
  const found = (lines?.near(boxOfPoints([middle], REACH_MM)) ?? []).flatMap((i) => {
    const length = lines?.length(i) ?? 0;
    if (!lines || length < SHAFT_MM.least || length > SHAFT_MM.most) return [];
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    const [to, from] = apart(p, middle) < apart(q, middle) ? [p, q] : [q, p];
    const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
    const [dx, dy] = [middle[0] - to[0], middle[1] - to[1]];
    const isAt = Math.abs(dx * uy - dy * ux) <= off && apart(to, middle) <= 2.5 * letter.heightMm;
    return isAt ? [{ from, to, rows: lines.rowsOf(i), isHeaded: false, length }] : [];
  });
  return found.sort((a, b) => b.length - a.length)[0];
}
