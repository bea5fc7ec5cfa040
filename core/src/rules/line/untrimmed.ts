import { counted, mm } from "../../base/words";
import { boxOfPoints, type PointMm, type Shape } from "../../drawing";
import { DIMENSIONS } from "../../recognise/dimensions/dimensions";
import { HATCHES, hatchRows } from "../../recognise/hatches/hatches";
import { rowNearest } from "../../recognise/joined-straights";
import { LINE_WORK, type LineWork } from "../../recognise/line-work";
import type { Parameter } from "../../recognise/parameter";
import type { PageFacts } from "../../recognise/recogniser";
import { rule } from "../rule";

const parameter = (name: string, title: string, usual: number, sentence: string): Parameter => ({
  rule: "line/untrimmed",
  name,
  title,
  unit: "mm on paper",
  usual,
  least: 0.02,
  most: 20,
  sentence,
});
const LEAST = parameter("leastMm", "Least distance", 0.1, "A line that misses another by less than this meets it.");
const MOST = parameter(
  "mostMm",
  "Most distance",
  1.5,
  "A line that misses another by more than this was not meant to meet it.",
);

/** Shorter lines are marks, parts of symbols, letters. Millimetres. */
const LEAST_LENGTH_MM = 5;
const TOUCHING_MM = 0.06;
/** Lines that meet at less than this are one behind the other. The sine of the angle. */
const LEAST_SIN = 0.3;
const MOST_LINES = 40_000;
/** Lines beside ends that are looked at on a page. */
const MOST_LOOKED_AT = 2_000_000;

export const untrimmed = rule({
  id: "line/untrimmed",
  title: "A line that runs past, or stops short of, the one it should meet",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [LINE_WORK, DIMENSIONS, HATCHES],
  parameters: [LEAST, MOST],
  page: {
    measures:
      "Free ends of continuous lines: how far they run past, or stop short of, a line of the same layer and pen that they would meet. Dimensions and hatches are left out.",
    why: "Walls are drawn too long and then cleaned up. What is forgotten shows as a cross or a gap at the corner, and hatches leak there.",
    right: "Two wall lines that end in one corner.",
    wrong: "A wall line that runs 0.8 mm past the corner.",
    cannotSee: "Lines that touch something else at their end, curves, dashed lines, and lines of two layers.",
    mend: "None: clean up the corner in the drawing.",
  },
  judge({ pages, report, leaveOpen, valueOf }) {
    const [least, most] = [valueOf(LEAST), valueOf(MOST)];
    for (const facts of pages) {
      const lines = facts.of(LINE_WORK)[0]?.value;
      const left = partsOfOthers(facts);
      const candidates = lines ? candidatesOf(facts, lines, left) : [];
      if (!lines || candidates.length > MOST_LINES) {
        leaveOpen(
          `Page ${facts.page.index} has more than ${MOST_LINES.toLocaleString("en")} lines, so their ends are not compared one by one.`,
        );
        continue;
      }
      const looked = { left: MOST_LOOKED_AT };
      const layers = new Map<string, { layer: number; past: boolean; rows: number[]; shapes: Shape[]; most: number }>();
      for (const i of candidates)
        for (const atEnd of [false, true]) {
          const found = looked.left > 0 ? missed(facts, lines, left, i, atEnd, least, most, looked) : undefined;
          if (!found) continue;
          const layer = facts.page.paths.layer[lines.rows[i] ?? 0] ?? -1;
          const key = `${layer} ${found.past}`;
          const group = layers.get(key) ?? { layer, past: found.past, rows: [], shapes: [], most: 0 };
          layers.set(key, group);
          group.rows.push(rowNearest(facts.page, lines.rowsOf(i), found.from));
          group.most = Math.max(group.most, found.byMm);
          group.shapes.push({
            kind: "distance",
            fromMm: found.from,
            toMm: found.to,
            words: mm(Number(found.byMm.toFixed(2))),
          });
        }
      if (looked.left <= 0)
        leaveOpen(
          `On page ${facts.page.index} too many lines end in the same places, so not all of their ends were compared.`,
        );
      for (const { layer, past, rows, shapes, most: far } of layers.values())
        report({
          page: facts.page.index,
          layer,
          marks: { of: "paths", rows: Uint32Array.from(rows) },
          shapes,
          message: (count) =>
            `${counted(count, "end of a line", "ends of lines")} ${past ? (count === 1 ? "runs past" : "run past") : count === 1 ? "stops short of" : "stop short of"} the line that ${count === 1 ? "it" : "they"} should meet, by up to ${mm(Number(far.toFixed(2)))}.`,
          measured: Number(far.toFixed(2)),
          unit: "mm",
        });
    }
  },
});

/** Rows of dimensions and hatches: no line of a building is meant to meet those. */
function partsOfOthers(facts: PageFacts): ReadonlySet<number> {
  const left = hatchRows(facts, 0);
  for (const { value } of facts.of(DIMENSIONS)) for (const row of value.rows) left.add(row);
  return left;
}

/** Continuous lines that are long enough, none of a dimension or a hatch. */
function candidatesOf(facts: PageFacts, lines: LineWork, left: ReadonlySet<number>): number[] {
  const { paths } = facts.page;
  const candidates: number[] = [];
  for (let i = 0; i < lines.count && candidates.length <= MOST_LINES; i++) {
    const row = lines.rows[i] ?? 0;
    if (left.has(row) || (paths.dash[row] ?? 0) !== 0 || lines.length(i) < LEAST_LENGTH_MM) continue;
    candidates.push(i);
  }
  return candidates;
}

interface Missed {
  readonly past: boolean;
  readonly byMm: number;
  readonly from: PointMm;
  readonly to: PointMm;
}

/** How an end misses the nearest line that it should meet; undefined where it touches something, or nothing is near. */
function missed(
  facts: PageFacts,
  lines: LineWork,
  left: ReadonlySet<number>,
  i: number,
  atEnd: boolean,
  least: number,
  most: number,
  looked: { left: number },
): Missed | undefined {
  const { rows, widthMm } = lines;
  const { paths } = facts.page;
  const [end, start] = atEnd ? [lines.end(i, 1), lines.end(i, 0)] : [lines.end(i, 0), lines.end(i, 1)];
  const length = lines.length(i);
  const [ux, uy] = [(end[0] - start[0]) / length, (end[1] - start[1]) / length];
  const box = boxOfPoints([end], most);
  let best: Missed | undefined;
  const around = lines.near(box);
  looked.left -= around.length;
  for (const other of around) {
    if (other === i) continue;
    const [[ax, ay], [bx, by]] = [lines.end(other, 0), lines.end(other, 1)];
    const otherLength = Math.hypot(bx - ax, by - ay);
    const [vx, vy] = [(bx - ax) / otherLength, (by - ay) / otherLength];
    const along = (end[0] - ax) * vx + (end[1] - ay) * vy;
    const across = Math.abs((end[0] - ax) * vy - (end[1] - ay) * vx);
    if (across <= TOUCHING_MM && along >= -TOUCHING_MM && along <= otherLength + TOUCHING_MM) return undefined;
    const [row, own] = [rows[other] ?? 0, rows[i] ?? 0];
    if (left.has(row)) continue;
    if (paths.layer[row] !== paths.layer[own] || Math.abs((widthMm[other] ?? 0) - (widthMm[i] ?? 0)) > 0.01) continue;
    if ((paths.dash[row] ?? 0) !== 0 || otherLength < LEAST_LENGTH_MM) continue;
    const sin = ux * vy - uy * vx;
    if (Math.abs(sin) < LEAST_SIN) continue;
    // How far beyond the end, along its own line, the other lies; less than nothing where the end is past it.
    const beyond = ((ax - end[0]) * vy - (ay - end[1]) * vx) / sin;
    const meets: PointMm = [end[0] + ux * beyond, end[1] + uy * beyond];
    const at = (meets[0] - ax) * vx + (meets[1] - ay) * vy;
    const byMm = Math.abs(beyond);
    // Where the other one ends short of the meeting point too, they were both meant to go on to it.
    const reaches = at >= -most && at <= otherLength + most;
    const crosses = at >= -TOUCHING_MM && at <= otherLength + TOUCHING_MM;
    if (byMm < least || byMm > most || !reaches || (beyond < 0 && !crosses)) continue;
    if (!best || byMm < best.byMm) best = { past: beyond < 0, byMm, from: end, to: meets };
  }
  if (!best || isSpoke(lines, start)) return undefined;
  return best.past && crossingsBehind(lines, i, end, [ux, uy]) > 1 ? undefined : best;
}

/** Lines that start from one point like spokes, as the branches of a tree do, end where they please. */
const SPOKES = 4;

function isSpoke(lines: LineWork, start: PointMm): boolean {
  const isThere = ([x, y]: PointMm): boolean => Math.hypot(x - start[0], y - start[1]) <= TOUCHING_MM;
  let count = 0;
  for (const i of lines.near(boxOfPoints([start], TOUCHING_MM)))
    if (isThere(lines.end(i, 0)) || isThere(lines.end(i, 1))) count++;
  return count >= SPOKES;
}

/** An arrow up a stair or an axis runs across many lines, and meets none of them. Millimetres looked at behind an end. */
const BEHIND_MM = 12;

/** How many other lines a line crosses near one of its ends. */
function crossingsBehind(lines: LineWork, i: number, end: PointMm, [ux, uy]: PointMm): number {
  const reach = Math.min(BEHIND_MM, lines.length(i) - TOUCHING_MM);
  const box = boxOfPoints([end, [end[0] - ux * reach, end[1] - uy * reach]]);
  let count = 0;
  for (const other of lines.near(box)) {
    if (other === i || lines.length(other) < 1) continue;
    const side = ([x, y]: PointMm): number => (x - end[0]) * uy - (y - end[1]) * ux;
    const along = ([x, y]: PointMm): number => (x - end[0]) * ux + (y - end[1]) * uy;
    const [p, q] = [lines.end(other, 0), lines.end(other, 1)];
    const [a, b] = [side(p), side(q)];
    if (a * b >= 0) continue;
    const at = along(p) + ((along(q) - along(p)) * a) / (a - b);
    if (at < 0 && at > -reach) count++;
  }
  return count;
}
