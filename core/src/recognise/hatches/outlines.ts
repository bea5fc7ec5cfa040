import { apart, boxOfPoints, grown, type PointMm } from "../../drawing";
import { LINE_WORK, type LineWork } from "../line-work";
import { DIMENSIONS } from "../dimensions/dimensions";
import { GRID_LINES } from "../grid-lines";
import { LEADERS } from "../leaders";
import { measuredOn, type PageFacts, type PageRecogniser } from "../recogniser";
import { hatchRows, HATCHES, SURE_HATCH, type Hatch } from "./hatches";

/** Ends of hatch lines lie on the outline within this. Millimetres. */
const ON_OUTLINE_MM = 0.3;
const JOINT_MM = 0.1;
/** One hatch line may end on anything; two make an outline. */
const LEAST_HITS = 2;
/** Lines beside the ends of one hatch that are looked at; where more lie upon each other, its outline is not followed. */
const MOST_LOOKED_AT = 1_000_000;
/** The same of all hatches of a page together. */
const MOST_ON_PAGE = 4_000_000;

/** Pieces of line work around a hatch. */
export type HatchOutline = ReadonlySet<number>;

export const HATCH_OUTLINES: PageRecogniser<ReadonlyMap<Hatch, HatchOutline>> = {
  id: "hatch-outlines",
  on: "page",
  ofDrawing: true,
  finds: "the outlines that hatches end on",
  from: "lines on which two and more lines of a hatch end",
  find: (facts) => {
    const lines = facts.of(LINE_WORK)[0]?.value;
    const outlines = new Map<Hatch, HatchOutline>();
    const others = markRows(facts);
    if (lines) addLeftOvers(facts, lines, others);
    const page = { left: MOST_ON_PAGE };
    for (const { value: hatch } of lines ? facts.of(HATCHES) : []) {
      const outline = lines && outlineOf(hatch, lines, others, page);
      if (outline) outlines.set(hatch, outline);
    }
    return [measuredOn(facts.page.index, outlines)];
  },
};

/** Rows of what only lies upon the drawing: lines and barbs of dimensions and leaders, grid lines. They are no outlines. */
function markRows(facts: PageFacts): Set<number> {
  // Neither are lines of other hatches beside.
  const rows = hatchRows(facts, SURE_HATCH);
  for (const { value } of [...facts.of(DIMENSIONS), ...facts.of(LEADERS), ...facts.of(GRID_LINES)])
    for (const row of value.rows) rows.add(row);
  return rows;
}

/**
 * Slanting lines on a layer with hatches that run as their lines do, with their pen: pieces that fell out of their hatch
 * because few of them lie beside each other.
 */
function addLeftOvers(facts: PageFacts, lines: LineWork, rows: Set<number>): void {
  const { layer, widthMm } = facts.page.paths;
  const lookOf = (row: number): string => `${layer[row]} ${(widthMm[row] ?? 0).toFixed(2)}`;
  const directions = new Map<string, Set<number>>();
  for (const { value: hatch } of facts.of(HATCHES))
    for (const { angleDeg, rows: own } of hatch.families) {
      if (Math.abs((angleDeg % 90) - 45) > SLANTING_OFF_DEG) continue;
      const look = lookOf(own[0] ?? 0);
      directions.set(look, (directions.get(look) ?? new Set()).add(Math.round(angleDeg)));
    }
  for (let i = 0; directions.size > 0 && i < lines.count; i++) {
    const known = directions.get(lookOf(lines.rows[i] ?? 0));
    if (!known) continue;
    const [[x1, y1], [x2, y2]] = [lines.end(i, 0), lines.end(i, 1)];
    const degrees = (Math.round((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI) + 180) % 180;
    if ([-1, 0, 1].some((step) => known.has((degrees + step + 180) % 180)))
      for (const row of lines.rowsOf(i)) rows.add(row);
  }
}
/** Lines nearer to level or upright may be outlines. */
const SLANTING_OFF_DEG = 40;

/** So few lines around a hatch are tried on every end; among more, each end looks for what is near it. */
const FEW_AROUND = 64;

/** Pieces of line that hatch lines end on; undefined where more lie upon each other than can be looked at. */
function outlineOf(
  hatch: Hatch,
  lines: LineWork,
  others: ReadonlySet<number>,
  page: { left: number },
): HatchOutline | undefined {
  if (page.left <= 0) return undefined;
  const own = new Set(hatch.rows);
  const isOwn = (i: number): boolean => own.has(lines.rows[i] ?? 0);
  const ends: PointMm[] = [];
  const around: number[] = [];
  let left = Math.min(MOST_LOOKED_AT, page.left);
  const looked = (count: number): boolean => {
    left -= count;
    page.left -= count;
    return left >= 0;
  };
  const within = lines.near(grown(hatch.boxMm, ON_OUTLINE_MM));
  if (!looked(within.length)) return undefined;
  for (const i of within) {
    if (isOwn(i)) ends.push(lines.end(i, 0), lines.end(i, 1));
    else if (!others.has(lines.rows[i] ?? 0)) around.push(i);
  }
  const hits = new Map<number, number>();
  for (const at of ends) {
    const isFew = around.length <= FEW_AROUND;
    const near = isFew ? around : lines.near(boxOfPoints([at], ON_OUTLINE_MM));
    if (!looked(near.length)) return undefined;
    for (const i of near) {
      if (!isFew && (isOwn(i) || others.has(lines.rows[i] ?? 0))) continue;
      if (lines.distance(i, at) <= ON_OUTLINE_MM) hits.set(i, (hits.get(i) ?? 0) + 1);
    }
  }
  const outline = new Set([...hits].flatMap(([i, count]) => (count >= LEAST_HITS ? [i] : [])));
  // A short piece that hatch lines run nearly along is hit once, and goes on where another piece ends.
  for (const [i, count] of hits) if (count < LEAST_HITS && goesOn(lines, outline, i, looked)) outline.add(i);
  return left >= 0 ? outline : undefined;
}

/** Whether a piece ends where a piece of an outline does. */
const goesOn = (lines: LineWork, outline: HatchOutline, i: number, looked: (count: number) => boolean): boolean =>
  ([0, 1] as const).some((which) => {
    const at = lines.end(i, which);
    const near = looked(0) ? lines.near(boxOfPoints([at], JOINT_MM)) : [];
    return (
      looked(near.length) &&
      near.some((k) => outline.has(k) && ([0, 1] as const).some((end) => apart(lines.end(k, end), at) <= JOINT_MM))
    );
  });
