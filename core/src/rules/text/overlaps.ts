import { counted } from "../../base/words";
import { PAINT, pathBox, straightsOfRow, type BoxMm, type Page } from "../../drawing";
import { DRAWN_PARTS } from "../../recognise/dimensions/drawings";
import { HATCHES } from "../../recognise/hatches/hatches";
import { LETTERING, middleOf, type TextLine } from "../../recognise/lettering";
import type { PageFacts } from "../../recognise/recogniser";
import { rule } from "../rule";

/** Lettering is crossed where something runs through more than its edges: what is left of its box on each side, as shares. */
const INSET = { along: 0.04, up: 0.14 };
/** What crosses for less than this share of the height only touches. */
const LEAST_SHARE = 0.45;
const MOST_LOOKED_AT = 400;
const WHITE = 0xffffff;

export const overlaps = rule({
  id: "text/overlaps",
  title: "Lettering over lettering, or crossed by marks",
  severity: "mend",
  needs: [],
  reads: [LETTERING, DRAWN_PARTS, HATCHES],
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
  judge({ pages, report }) {
    for (const facts of pages) {
      const lines = facts.of(LETTERING).map(({ value }) => value);
      const own = ownMarks(facts);
      const texts = textsNear(facts, lines);
      for (const line of lines) {
        if (line.text.length < 2 && !/[\p{L}\d]/u.test(line.text)) continue;
        const other = texts(line);
        if (other) {
          report({
            page: facts.page.index,
            layer: line.layer,
            placed: true,
            marks: { of: "texts", rows: Uint32Array.from([...line.rows, ...other.rows]).sort() },
            message: () => `“${line.text}” and “${other.text}” lie over each other.`,
          });
          continue;
        }
        const crossing = crossedBy(facts, line, own.get(line.rows[0] ?? -1));
        if (crossing === undefined) continue;
        const layer = facts.file.layerName(facts.page.paths.layer[crossing] ?? -1);
        report({
          page: facts.page.index,
          layer: line.layer,
          marks: { of: "texts", rows: Uint32Array.from(line.rows) },
          message: (count) =>
            count === 1
              ? `“${line.text}” is crossed by a line on ${layer}, with no blank ground behind it.`
              : `${counted(count, "string")} are crossed by lines on ${layer}, with no blank ground behind them.`,
          measured: layer,
        });
      }
    }
  },
});

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

function boxOf({ cos, sin, x, y, length, height }: Turned): BoxMm {
  const xs = [x, x + length * cos, x - height * sin, x + length * cos - height * sin];
  const ys = [y, y + length * sin, y + height * cos, y + length * sin + height * cos];
  const [left, low] = [Math.min(...xs), Math.min(...ys)];
  return { x: left, y: low, width: Math.max(...xs) - left, height: Math.max(...ys) - low };
}

/** Finds another line of lettering that shares more than its edges with one; each pair is found once. */
function textsNear(facts: PageFacts, lines: readonly TextLine[]): (line: TextLine) => TextLine | undefined {
  const ofRow = new Map<number, TextLine>();
  for (const line of lines) for (const row of line.rows) ofRow.set(row, line);
  return (line) => {
    const at = turnedOf(line);
    for (const row of facts.near("texts", boxOf(at)).slice(0, MOST_LOOKED_AT)) {
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
function crossedBy(facts: PageFacts, line: TextLine, own: ReadonlySet<number> | undefined): number | undefined {
  const { page } = facts;
  const at = turnedOf(line);
  const near = facts.near("paths", boxOf(at));
  if (near.length > MOST_LOOKED_AT) return undefined;
  const ground = groundOrder(page, at, near);
  for (const row of near) {
    const paint = page.paths.paint[row] ?? 0;
    if ((paint & PAINT.stroke) === 0 || (paint & PAINT.hidden) !== 0 || own?.has(row)) continue;
    if ((page.paths.order[row] ?? 0) < ground || page.paths.strokeColour[row] === WHITE) continue;
    let crosses = false;
    straightsOfRow(page.paths, row, (x1, y1, x2, y2) => {
      crosses ||= isThrough(at, x1, y1, x2, y2);
    });
    if (crosses) return row;
  }
  return undefined;
}

/** The turn in which a white ground behind a line was painted; 0 where there is none. */
function groundOrder(page: Page, at: Turned, rows: Uint32Array): number {
  const { paths } = page;
  const box = boxOf(at);
  let last = 0;
  for (const row of rows) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.fill) === 0 || (paint & PAINT.hidden) !== 0 || paths.fillColour[row] !== WHITE) continue;
    const { x, y, width, height } = pathBox(paths, row);
    const slack = 0.25 * at.height;
    const covers =
      x <= box.x + slack &&
      y <= box.y + slack &&
      x + width >= box.x + box.width - slack &&
      y + height >= box.y + box.height - slack;
    if (covers) last = Math.max(last, paths.order[row] ?? 0);
  }
  return last;
}

/** Whether a straight runs through the inner part of a line's box for so much of its height, or along it. */
function isThrough(
  { cos, sin, x, y, length, height }: Turned,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
): boolean {
  const local = (px: number, py: number): readonly [number, number] => [
    (px - x) * cos + (py - y) * sin,
    (py - y) * cos - (px - x) * sin,
  ];
  const [[a, b], [c, d]] = [local(x1, y1), local(x2, y2)];
  const [left, right] = [INSET.along * length, length * (1 - INSET.along)];
  const [low, high] = [INSET.up * height, height * (1 - INSET.up)];
  let [from, to] = [0, 1];
  const cut = (start: number, step: number, least: number, most: number): boolean => {
    if (step === 0) return start >= least && start <= most;
    const [p, q] = [(least - start) / step, (most - start) / step];
    from = Math.max(from, Math.min(p, q));
    to = Math.min(to, Math.max(p, q));
    return from < to;
  };
  if (!cut(a, c - a, left, right) || !cut(b, d - b, low, high)) return false;
  return Math.hypot(c - a, d - b) * (to - from) >= LEAST_SHARE * height;
}
