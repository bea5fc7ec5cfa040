import { counted } from "../../base/words";
import { apart, grown, markBox, PAINT, type Page, type PointMm } from "../../drawing";
import { DIMENSIONS } from "../../recognise/dimensions/dimensions";
import { LINE_WORK, type LineWork } from "../../recognise/line-work";
import { measuredOn, type PageFacts, type PageRecogniser } from "../../recognise/recogniser";
import { STRAIGHTS, type LineInPieces } from "../../recognise/straights";
import { rule } from "../rule";

/** Marks whose points lie this near to each other are in one place. Millimetres. */
const SAME_MM = 0.01;

/** A row of paths, and the earlier one that it lies upon. */
interface Doubled {
  readonly row: number;
  readonly upon: number;
}

const DOUBLED: PageRecogniser<readonly Doubled[]> = {
  id: "doubled-marks",
  on: "page",
  ofDrawing: true,
  finds: "marks that lie twice in one place",
  from: "the points of marks of one layer, pen and line type, in either direction",
  find: ({ page }) => {
    const found = doubledRows(page);
    return found.length === 0
      ? []
      : [measuredOn(page.index, found, { of: "paths", rows: Uint32Array.from(found, ({ row }) => row) })];
  },
};

export const doubled = rule({
  id: "line/doubled",
  title: "The same mark twice in one place",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [DOUBLED, DIMENSIONS, STRAIGHTS, LINE_WORK],
  parameters: [],
  mends: "remove",
  page: {
    measures:
      "Marks of one layer, pen and line type whose points are those of an earlier one, in either direction. Dimensions that follow each other have their common ends twice, and rectangles beside each other that are drawn with four lines a side: both are left out.",
    why: "It plots heavier, counts twice in a schedule, and only one of the two is moved when the drawing changes.",
    right: "Each line once.",
    wrong: "A wall that was copied and pasted in place.",
    cannotSee: "Lines that lie upon each other for a part of their length, and copies on another layer.",
    mend: "The later one is taken away. Refused where it is painted in one go with marks that are to stay.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value: found } of facts.of(DOUBLED)) {
        const dimensions = new Set(facts.of(DIMENSIONS).flatMap(({ value }) => value.rows));
        const layers = new Map<number, number[]>();
        const isTwice = wholeLines(facts);
        const lines = facts.of(LINE_WORK)[0]?.value;
        const looked = { left: MOST_LOOKED_AT };
        for (const { row, upon } of found) {
          if (dimensions.has(row) || dimensions.has(upon) || isAtDimension(facts, row, dimensions)) continue;
          if (!isTwice(row, upon)) continue;
          if (lines && isBetweenCells(facts.page, lines, row, looked)) continue;
          const layer = facts.page.paths.layer[row] ?? -1;
          const known = layers.get(layer);
          if (known) known.push(row);
          else layers.set(layer, [row]);
        }
        for (const [layer, own] of layers)
          report({
            page: facts.page.index,
            layer,
            marks: { of: "paths", rows: Uint32Array.from(own) },
            mend: [{ kind: "remove", page: facts.page.index, rows: Uint32Array.from(own) }],
            message: (count) =>
              `${counted(count, "mark")} ${count === 1 ? "lies" : "lie"} exactly upon another of the same layer and look.`,
          });
      }
  },
});

/** Tells of two rows whether all of the lines that they are pieces of lie upon each other: two lines may share a part. */
function wholeLines(facts: PageFacts): (row: number, upon: number) => boolean {
  const lines = new Map<number, LineInPieces>();
  for (const line of facts.of(STRAIGHTS)[0]?.value.inPieces() ?? []) for (const row of line.rows) lines.set(row, line);
  return (row, upon) => {
    const [one, other] = [lines.get(row), lines.get(upon)];
    if (!one || !other) return one === other;
    const isLike = (ends: readonly number[]): boolean =>
      ends.every((each, k) => Math.abs(each - (other.ends[k] ?? 0)) <= SAME_MM);
    const [x1, y1, x2, y2] = one.ends;
    return one !== other && (isLike(one.ends) || isLike([x2, y2, x1, y1]));
  };
}

/**
 * Cells, blocks and tiles beside each other have a side in common, and each is drawn with four lines of its own: at both
 * ends of the side, lines go off to either side of it.
 */
function isBetweenCells(page: Page, lines: LineWork, row: number, looked: { left: number }): boolean {
  const around = grown(markBox(page, "paths", row), MEET_MM);
  // Looking through a crowd again for each of its marks would take minutes.
  if (looked.left <= 0) return false;
  const near = lines.near(around);
  looked.left -= near.length;
  const own = near.find((i) => row >= (lines.rows[i] ?? 0) && row <= (lines.lastRows[i] ?? 0));
  if (own === undefined) return false;
  const [[x1, y1], [x2, y2]] = [lines.end(own, 0), lines.end(own, 1)];
  const length = Math.hypot(x2 - x1, y2 - y1);
  const besides = ([x, y]: PointMm): number => ((x2 - x1) * (y - y1) - (y2 - y1) * (x - x1)) / length;
  return ([0, 1] as const).every((which) => {
    const corner = lines.end(own, which);
    const ways = near.flatMap((i) =>
      ([0, 1] as const)
        .filter((end) => apart(lines.end(i, end), corner) <= MEET_MM)
        .map((end) => besides(lines.end(i, end === 0 ? 1 : 0))),
    );
    return Math.max(...ways) > LEAST_BESIDE_MM && Math.min(...ways) < -LEAST_BESIDE_MM;
  });
}

/** Lines meet within this, and one that goes off is longer. Millimetres. */
const MEET_MM = 0.05;
const LEAST_BESIDE_MM = 0.5;
const MOST_LOOKED_AT = 200_000;

/** Marks in one place of the table that are looked at; where more differ by next to nothing, the rest are not compared. */
const MOST_PROBES = 64;
/** Ticks and extension lines of a dimension without a figure are no larger than this. Millimetres. */
const AT_DIMENSION_MM = 12;

/** Whether a small mark stands where a dimension does: ends that two dimensions have in common are drawn twice. */
function isAtDimension(facts: PageFacts, row: number, dimensions: ReadonlySet<number>): boolean {
  if (dimensions.size === 0) return false;
  const box = markBox(facts.page, "paths", row);
  return (
    Math.max(box.width, box.height) <= AT_DIMENSION_MM &&
    facts.near("paths", box).some((other) => dimensions.has(other))
  );
}

/** Finds later marks of a place by a table of what can be told of a mark in either direction. */
function doubledRows(page: Page): Doubled[] {
  const { paths } = page;
  const size = 2 ** Math.ceil(Math.log2(Math.max(16, paths.count * 2)));
  const table = new Int32Array(size).fill(-1);
  const found: Doubled[] = [];
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    const points = (paths.firstPoint[row + 1] ?? 0) - (paths.firstPoint[row] ?? 0);
    if ((paint & PAINT.hidden) !== 0 || points < 2) continue;
    let at = hashOf(page, row) & (size - 1);
    let probes = 0;
    for (let other = table[at] ?? -1; other >= 0 && probes < MOST_PROBES; other = table[at] ?? -1, probes++) {
      if (isSame(page, row, other)) {
        found.push({ row, upon: other });
        break;
      }
      at = (at + 1) & (size - 1);
    }
    if (found.at(-1)?.row !== row && probes < MOST_PROBES) table[at] = row;
  }
  return found;
}

/** Sums are the same in either direction. */
function hashOf({ paths }: Page, row: number): number {
  let hash = Math.imul((paths.layer[row] ?? -1) + 7, 0x9e3779b1) ^ Math.imul(paths.dash[row] ?? 0, 0x85ebca6b);
  let [x, y] = [0, 0];
  for (let i = (paths.firstPoint[row] ?? 0) * 2; i < (paths.firstPoint[row + 1] ?? 0) * 2; i += 2) {
    x += Math.round((paths.points[i] ?? 0) / COARSE_MM);
    y += Math.round((paths.points[i + 1] ?? 0) / COARSE_MM);
  }
  hash ^= Math.imul(x | 0, 0xc2b2ae35) ^ Math.imul(y | 0, 0x27d4eb2f);
  return (hash ^ (hash >>> 15)) >>> 0;
}

/** Copies have the very same coordinates; sums are rounded so that the order of adding up does not matter. */
const COARSE_MM = 0.002;

function isSame({ paths }: Page, a: number, b: number): boolean {
  const [fromA, toA, fromB, toB] = [
    paths.firstPoint[a] ?? 0,
    paths.firstPoint[a + 1] ?? 0,
    paths.firstPoint[b] ?? 0,
    paths.firstPoint[b + 1] ?? 0,
  ];
  if (toA - fromA !== toB - fromB || paths.layer[a] !== paths.layer[b] || paths.dash[a] !== paths.dash[b]) return false;
  const kinds = PAINT.stroke | PAINT.fill | PAINT.closed;
  if (((paths.paint[a] ?? 0) & kinds) !== ((paths.paint[b] ?? 0) & kinds)) return false;
  if (Math.abs((paths.widthMm[a] ?? 0) - (paths.widthMm[b] ?? 0)) > SAME_MM) return false;
  if (paths.fillColour[a] !== paths.fillColour[b] || paths.clip[a] !== paths.clip[b]) return false;
  const last = toA - fromA - 1;
  const near = (i: number, k: number): boolean =>
    Math.abs((paths.points[(fromA + i) * 2] ?? 0) - (paths.points[(fromB + k) * 2] ?? 0)) <= SAME_MM &&
    Math.abs((paths.points[(fromA + i) * 2 + 1] ?? 0) - (paths.points[(fromB + k) * 2 + 1] ?? 0)) <= SAME_MM;
  const all = (order: (i: number) => number): boolean => {
    for (let i = 0; i <= last; i++) if (!near(i, order(i))) return false;
    return true;
  };
  return all((i) => i) || all((i) => last - i);
}
