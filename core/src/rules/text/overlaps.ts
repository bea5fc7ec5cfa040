import { linesOfLettering } from "../../base/words";
import {
  boxOfPoints,
  contains,
  grown,
  PAINT,
  pathBox,
  visibleStraightsOfRow,
  withinBox,
  type BoxMm,
  type Page,
  type PointMm,
} from "../../drawing";
import { DRAWN_PARTS } from "../../recognise/dimensions/drawings";
import { HATCHES } from "../../recognise/hatches/hatches";
import { cornersOf, LETTERING, middleOf, type TextLine } from "../../recognise/lettering";
import type { PageFacts } from "../../recognise/recogniser";
import { TITLE_BLOCKS } from "../../recognise/title-blocks/title-blocks";
import { tooLongIn } from "../title/too-long";
import { rule, type Report } from "../rule";

/** Lettering is crossed where something runs through more than its edges: what is left of its box on each side, as shares. */
const INSET = { along: 0.04, up: 0.14 };
/** What crosses for less than this share of the height only touches. */
const LEAST_SHARE = 0.45;
const MOST_LOOKED_AT = 400;
/** Marks beside lettering that are looked at on one page. */
const MOST_IN_ALL = 4_000_000;
const WHITE = 0xffffff;

export const overlaps = rule({
  id: "text/overlaps",
  title: "Lettering over lettering, or crossed by lines",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [LETTERING, DRAWN_PARTS, HATCHES, TITLE_BLOCKS],
  parameters: [],
  page: {
    measures:
      "What runs through the capitals of a line of lettering: other lettering, or lines, where nothing white was painted behind the lettering to keep them from sight.",
    why: "What is crossed by a grid line or a dimension is misread, on site and in a bad copy.",
    right: "A room name with a blank ground where a grid line passes.",
    wrong: "A figure with a grid line through it.",
    cannotSee:
      "Pictures and shades under lettering, and marks that a program hides in ways other than painting over them.",
    mend: "None: move the lettering, or give it a blank ground.",
  },
  judge({ pages, report, leaveOpen }) {
    for (const facts of pages) {
      const lines = facts.of(LETTERING).map(({ value }) => value);
      const own = ownMarks(facts);
      // What runs out of its field crosses the field's line, and is told as too long (title/too-long).
      const tooLong = new Set(
        facts.of(TITLE_BLOCKS).flatMap(({ value }) => value.cells.flatMap((cell) => tooLongIn(cell))),
      );
      const budget = { left: MOST_IN_ALL };
      const texts = textsNear(facts, lines, budget);
      const pairs: Pair[] = [];
      let open = false;
      for (const line of lines) {
        if ((line.text.length < 2 && !/[\p{L}\d]/u.test(line.text)) || tooLong.has(line)) continue;
        if (budget.left <= 0) {
          open = true;
          break;
        }
        const other = texts(line);
        if (other) {
          if (!tooLong.has(other)) pairs.push({ line, other });
          continue;
        }
        const near = facts.near("paths", boxOfPoints(cornersOf(line)));
        budget.left -= near.length;
        if (near.length > MOST_LOOKED_AT) {
          open = true;
          continue;
        }
        const crossing = crossedBy(facts, line, near, own.get(line.rows[0] ?? -1));
        if (crossing === undefined) continue;
        const layer = facts.file.layerName(facts.page.paths.layer[crossing] ?? -1);
        report({
          page: facts.page.index,
          layer: line.layer,
          marks: { of: "texts", rows: Uint32Array.from(line.rows) },
          message: (count) =>
            count === 1
              ? `“${line.text}” is crossed by a line on ${layer}, with no blank ground behind it.`
              : `${linesOfLettering(count)} are crossed by lines on ${layer}, with no blank ground behind them.`,
          measured: layer,
        });
      }
      reportPairs(facts, pairs, report);
      if (open)
        leaveOpen(`On page ${facts.page.index} so much lies at some lettering that what crosses it can't be told.`);
    }
  },
});

/** Two lines of lettering, one over the other. */
interface Pair {
  readonly line: TextLine;
  readonly other: TextLine;
}

/** So many pairs of a page are told one by one; more have one cause, and are told layer by layer. */
const MOST_PAIRS = 100;

function reportPairs(facts: PageFacts, pairs: readonly Pair[], report: (report: Report) => void): void {
  const page = facts.page.index;
  const rowsOf = ({ line, other }: Pair): number[] => [...line.rows, ...other.rows];
  if (pairs.length <= MOST_PAIRS) {
    for (const pair of pairs)
      report({
        page,
        layer: pair.line.layer,
        placed: true,
        marks: { of: "texts", rows: Uint32Array.from(rowsOf(pair)).sort() },
        message: () => `“${pair.line.text}” and “${pair.other.text}” lie over each other.`,
      });
    return;
  }
  for (const layer of new Set(pairs.map(({ line }) => line.layer))) {
    const rows = pairs.filter(({ line }) => line.layer === layer).flatMap(rowsOf);
    report({
      page,
      layer,
      marks: { of: "texts", rows: Uint32Array.from(new Set(rows)).sort() },
      message: (count) => `${linesOfLettering(count)} ${count === 1 ? "lies" : "lie"} over or under others.`,
    });
  }
}

/** Marks of each dimension by the first row of its figure: its own line runs through no other than where it is broken. */
function ownMarks(facts: PageFacts): ReadonlyMap<number, ReadonlySet<number>> {
  const own = new Map<number, ReadonlySet<number>>();
  for (const { value } of facts.of(DRAWN_PARTS))
    for (const { dimension } of value.dimensions) {
      const [row] = dimension.figure.rows;
      if (row !== undefined) own.set(row, new Set(dimension.rows));
    }
  return own;
}

/** A line of lettering as a box of its own direction: along and up from its start. */
interface Turned {
  readonly cos: number;
  readonly sin: number;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly height: number;
}

const turnedOf = ({ startMm: [x, y], angleDeg, lengthMm, heightMm }: TextLine): Turned => {
  const turn = (angleDeg * Math.PI) / 180;
  return { cos: Math.cos(turn), sin: Math.sin(turn), x, y, length: lengthMm, height: heightMm };
};

/** Finds another line of lettering that shares more than its edges with one; each pair is found once. */
function textsNear(
  facts: PageFacts,
  lines: readonly TextLine[],
  budget: { left: number },
): (line: TextLine) => TextLine | undefined {
  const ofRow = new Map<number, TextLine>();
  for (const line of lines) for (const row of line.rows) ofRow.set(row, line);
  return (line) => {
    const at = turnedOf(line);
    const near = facts.near("texts", boxOfPoints(cornersOf(line)));
    budget.left -= near.length;
    for (const row of near.subarray(0, MOST_LOOKED_AT)) {
      const other = ofRow.get(row);
      if (!other || other === line || (other.rows[0] ?? 0) < (line.rows[0] ?? 0)) continue;
      if (sharesInside(at, turnedOf(other), other)) return other;
    }
    return undefined;
  };
}

function sharesInside(a: Turned, b: Turned, other: TextLine): boolean {
  if (Math.abs(a.cos * b.sin - a.sin * b.cos) < 0.02) {
    // Along each other: both boxes in the direction of the first.
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const back = a.cos * b.cos + a.sin * b.sin < 0 ? -1 : 1;
    const [from, up] = [dx * a.cos + dy * a.sin, dy * a.cos - dx * a.sin];
    const [left, right] = back > 0 ? [from, from + b.length] : [from - b.length, from];
    const [low, high] = back > 0 ? [up, up + b.height] : [up - b.height, up];
    const along = Math.min(a.length, right) - Math.max(0, left);
    const over = Math.min(a.height, high) - Math.max(0, low);
    const small = Math.min(a.height, b.height);
    return along > 0.3 * small && over > LEAST_SHARE * small;
  }
  const [mx, my] = middleOf(other);
  const [dx, dy] = [mx - a.x, my - a.y];
  const [along, up] = [dx * a.cos + dy * a.sin, dy * a.cos - dx * a.sin];
  return along > 0 && along < a.length && up > 0 && up < a.height;
}

/** The first row of paths that crosses the capitals of a line; none where all that does lies under a ground. */
function crossedBy(
  { page }: PageFacts,
  line: TextLine,
  near: Uint32Array,
  own: ReadonlySet<number> | undefined,
): number | undefined {
  const { paths } = page;
  const at = turnedOf(line);
  const ground = groundOrder(page, boxOfPoints(cornersOf(line)), GROUND_SLACK * line.heightMm, near);
  for (const row of near) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.stroke) === 0 || (paint & PAINT.hidden) !== 0 || own?.has(row)) continue;
    if ((paths.order[row] ?? 0) < ground || paths.strokeColour[row] === WHITE) continue;
    let crosses = false;
    visibleStraightsOfRow(page, row, (x1, y1, x2, y2) => {
      crosses ||= isThrough(at, [x1, y1], [x2, y2]);
    });
    if (crosses) return row;
  }
  return undefined;
}

/** A ground may leave so much of the height uncovered at each edge. */
const GROUND_SLACK = 0.25;

/** The turn in which a white ground behind a box was painted; 0 where there is none. */
function groundOrder({ paths }: Page, box: BoxMm, slackMm: number, rows: Uint32Array): number {
  const least = grown(box, -slackMm);
  let last = 0;
  for (const row of rows) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.fill) === 0 || (paint & PAINT.hidden) !== 0 || paths.fillColour[row] !== WHITE) continue;
    if (contains(pathBox(paths, row), least)) last = Math.max(last, paths.order[row] ?? 0);
  }
  return last;
}

/** Whether a straight runs through the inner part of a line's box for so much of its height, or along it. */
function isThrough({ cos, sin, x, y, length, height }: Turned, p: PointMm, q: PointMm): boolean {
  const local = ([px, py]: PointMm): PointMm => [(px - x) * cos + (py - y) * sin, (py - y) * cos - (px - x) * sin];
  const inner: BoxMm = {
    x: INSET.along * length,
    y: INSET.up * height,
    width: length * (1 - 2 * INSET.along),
    height: height * (1 - 2 * INSET.up),
  };
  const [a, b] = [local(p), local(q)];
  const [from = 0, to = 0] = withinBox(inner, ...a, ...b, 0);
  return Math.hypot(b[0] - a[0], b[1] - a[1]) * (to - from) >= LEAST_SHARE * height;
}
