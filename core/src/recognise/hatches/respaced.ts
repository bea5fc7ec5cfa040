import { countBelow } from "../../base/sorted";
import { boxOfPoints, PAINT, straightsOfRow, visiblePieces, type PointMm } from "../../drawing";
import { LINE_WORK, type LineWork } from "../line-work";
import type { PageFacts } from "../recogniser";
import type { HatchFamily } from "./families";
import type { MatchedHatch } from "./matched";
import { HATCH_OUTLINES } from "./outlines";

/** Where the lines of a hatch would be at the right spacing, in place of those of some rows. */
export interface Respaced {
  /** Rows of the page's paths that they take the place of. */
  readonly rows: Uint32Array;
  /** x and y of both ends of each line, millimetres on paper. */
  readonly linesMm: Float32Array;
}

/** Ends of lines lie on one another within this. Millimetres. */
const ON_MM = 0.12;
const OFF_MIDDLE_MM = 0.0037;
/** A line shorter than this is none. */
const LEAST_MM = 0.15;
/** Lines that are there already have to come out of the outline as they are, but for this. */
const OFF = { share: 0.02, mm: 0.4 };
const PARALLEL_SIN = 0.02;
/** Lines may be missing at the edges of a hatch that is too wide: so many spacings beyond the outermost. */
const BEYOND = 3;
const MOST_LINES = 20_000;
/** Edges of outlines and lines between them that are looked at for all hatches of a page. */
export const MOST_LOOKED_AT = 10_000_000;
const RAD = Math.PI / 180;

/** The reason why a hatch can't be drawn anew by a machine. */
type Reason = string;

/**
 * Draws a hatch anew at the spacing of the entry that it is like. The outline has to be drawn, and has to give back the
 * lines that are there; or the lines have to be cut by one clip. Else the reason is told, and nothing is guessed. What is
 * looked at is taken off the budget of the page.
 */
export function respaced(facts: PageFacts, matched: MatchedHatch, looked: { left: number }): Respaced | Reason {
  const { hatch, like } = matched;
  if (!like) return "Its pattern is no hatch's.";
  if (hatch.families.some(({ dash }) => dash.length > 0) || like.entry.families.some(({ dashMm }) => dashMm.length > 0))
    return "Its lines are broken, so it has to be hatched anew.";
  if (hatch.families.some(({ isFew }) => isFew))
    return "Too few of its lines run in one direction to draw it anew from them.";
  const { paths } = facts.page;
  const [first = 0] = hatch.rows;
  for (const row of hatch.rows) {
    if (((paths.paint[row] ?? 0) & (PAINT.fill | PAINT.stroke)) !== PAINT.stroke)
      return "The area is filled with a pattern of the file, which is not changed.";
    const isAlike =
      paths.widthMm[row] === paths.widthMm[first] &&
      paths.strokeColour[row] === paths.strokeColour[first] &&
      paths.clip[row] === paths.clip[first];
    if (!isAlike) return "Its lines are not of one pen, so it has to be hatched anew.";
  }
  const corner = cornerOf(matched);
  const areas = hatch.families.map((family) => linesOf(facts, family));
  const fills = isCutByClip(facts, hatch.rows) ? clipFills(facts, areas) : outlineFills(facts, matched, areas, looked);
  if (typeof fills === "string") return fills;
  const ends: number[] = [];
  for (const [i, family] of hatch.families.entries()) {
    const fill = fills[i];
    if (!fill) return UNKNOWN;
    const { across, along } = frameOf(family);
    const spacing = family.spacingMm / like.times;
    const start = startOf(matched, family, across(corner));
    const [low, high] = fill.reach;
    if ((high - low) / spacing > MOST_LINES) return "It would come to too many lines.";
    for (let k = Math.ceil((low - start) / spacing); start + k * spacing <= high; k++) {
      const at = start + k * spacing;
      const spans = fill.spansAt(at);
      if (spans === undefined) return UNKNOWN;
      for (const [from, to] of spans) ends.push(...along(from, at), ...along(to, at));
    }
  }
  if (ends.length === 0) return UNKNOWN;
  return { rows: withTips(facts, matched), linesMm: Float32Array.from(ends) };
}

const UNKNOWN: Reason = "Its outline can't be told for sure, so it has to be hatched anew.";

/** Along a family's lines and across them. */
function frameOf({ angleDeg }: HatchFamily) {
  const [cos, sin] = [Math.cos(angleDeg * RAD), Math.sin(angleDeg * RAD)];
  return {
    to: ([x, y]: PointMm): readonly [along: number, across: number] => [x * cos + y * sin, y * cos - x * sin],
    across: ([x, y]: PointMm): number => y * cos - x * sin,
    along: (along: number, across: number): PointMm => [along * cos - across * sin, along * sin + across * cos],
  };
}

/** The corner about which a pattern is drawn larger or smaller: the lower left one. */
const cornerOf = ({ hatch: { boxMm } }: MatchedHatch): PointMm => [boxMm.x, boxMm.y];

/** Where one of the new lines lies: at the corner, where the entry starts with a whole unit there. */
function startOf({ like }: MatchedHatch, { offsetMm }: HatchFamily, corner: number): number {
  if (like?.entry.start === "whole-unit-lower-left") return corner;
  return corner + (offsetMm - corner) / (like?.times ?? 1);
}

/** A line that is there: from where to where along it, and where across. */
interface Piece {
  readonly from: number;
  readonly to: number;
  readonly at: number;
}

/** What one family fills: how far across, and from where to where a line at some place runs. */
interface Fill {
  readonly reach: readonly [number, number];
  /** Undefined where it can't be told. */
  spansAt(at: number): readonly (readonly [number, number])[] | undefined;
}

function linesOf({ page }: PageFacts, family: HatchFamily): { family: HatchFamily; pieces: Piece[] } {
  const { to } = frameOf(family);
  const pieces: Piece[] = [];
  for (const row of family.rows)
    straightsOfRow(page.paths, row, (x1, y1, x2, y2) => {
      const [[a, p], [b, q]] = [to([x1, y1]), to([x2, y2])];
      // Other families may share a path with this one.
      if (Math.abs(p - q) <= PARALLEL_SIN * Math.abs(a - b) + 0.05)
        pieces.push({ from: Math.min(a, b), to: Math.max(a, b), at: (p + q) / 2 });
    });
  return { family, pieces };
}

/** Whether all lines go on beyond what a clip shows of them. */
function isCutByClip({ page: { paths, clips } }: PageFacts, rows: Uint32Array): boolean {
  const clip = paths.clip[rows[0] ?? 0] ?? -1;
  if (clip < 0) return false;
  let cut = true;
  for (const row of rows)
    straightsOfRow(paths, row, (x1, y1, x2, y2) => {
      const shown = visiblePieces(clips, clip, x1, y1, x2, y2);
      const [from = 0.5, to = 0.5] = [shown[0], shown.at(-1)];
      const off = ON_MM / Math.hypot(x2 - x1, y2 - y1);
      if (from < off || to > 1 - off) cut = false;
    });
  return cut;
}

type Area = ReturnType<typeof linesOf>;

/** Lines as long as the longest, as far across as the clip shows anything: it cuts them as it did. */
function clipFills({ page }: PageFacts, areas: readonly Area[]): Fill[] {
  return areas.map(({ family, pieces }) => {
    const { across } = frameOf(family);
    const { x, y, width, height } = page.clips[page.paths.clip[family.rows[0] ?? 0] ?? 0]!.boxMm;
    const corners = (
      [
        [x, y],
        [x + width, y],
        [x, y + height],
        [x + width, y + height],
      ] as const
    ).map(across);
    const span = pieces.reduce<readonly [number, number]>(
      ([from, to], piece) => [Math.min(from, piece.from), Math.max(to, piece.to)],
      [Infinity, -Infinity],
    );
    return { reach: [Math.min(...corners), Math.max(...corners)], spansAt: () => [span] };
  });
}

function outlineFills(
  facts: PageFacts,
  { hatch }: MatchedHatch,
  areas: readonly Area[],
  looked: { left: number },
): (Fill | undefined)[] | Reason {
  const lines = facts.of(LINE_WORK)[0]?.value;
  const outline = facts.of(HATCH_OUTLINES)[0]?.value.get(hatch);
  if (!lines || !outline) return UNKNOWN;
  const own = new Set(hatch.rows);
  const closed = closedBy(lines, outline, own);
  const fills = areas.map((area) => outlineFill(lines, closed, area, looked));
  return fills.some((fill) => fill === undefined) ? UNKNOWN : fills;
}

/** An outline with the pieces that lie along the hatch lines: none of them ends there. */
function closedBy(lines: LineWork, outline: ReadonlySet<number>, own: ReadonlySet<number>): number[] {
  const all = new Set(outline);
  const touches = (at: PointMm, i: number): boolean =>
    lines.near(boxOfPoints([at], ON_MM)).some((k) => k !== i && all.has(k) && lines.distance(k, at) <= ON_MM);
  for (let grew = true, rounds = 0; grew && rounds < 4; rounds++) {
    grew = false;
    for (const piece of [...all])
      for (const which of [0, 1] as const)
        for (const i of lines.near(boxOfPoints([lines.end(piece, which)], ON_MM))) {
          if (all.has(i) || own.has(lines.rows[i] ?? 0)) continue;
          if (!touches(lines.end(i, 0), i) || !touches(lines.end(i, 1), i)) continue;
          all.add(i);
          grew = true;
        }
  }
  return [...all];
}

/** Pieces of an outline in the frame of a family: along and across of both ends. */
type Edge = readonly [a: number, p: number, b: number, q: number];

function outlineFill(
  lines: LineWork,
  outline: readonly number[],
  { family, pieces }: Area,
  looked: { left: number },
): Fill | undefined {
  const { to } = frameOf(family);
  const edges: Edge[] = outline.map((i) => [...to(lines.end(i, 0)), ...to(lines.end(i, 1))] as const);
  const levels = levelsOf(pieces);
  if (edges.length < 3 || levels.length < 2) return undefined;
  const low = edges.reduce((least, [, p, , q]) => Math.min(least, p, q), Infinity);
  const high = edges.reduce((most, [, p, , q]) => Math.max(most, p, q), -Infinity);
  const reach = [
    Math.max(low, (levels[0]?.at ?? 0) - BEYOND * family.spacingMm),
    Math.min(high, (levels.at(-1)?.at ?? 0) + BEYOND * family.spacingMm),
  ] as const;
  const spansFrom = (at: number, level: Level): (readonly [number, number])[] | undefined => {
    const stops = edges
      .flatMap((edge) => {
        const stop = crossingAt(edge, at);
        return stop === undefined ? [] : [stop];
      })
      .sort((a, b) => a - b);
    looked.left -= (1 + stops.length) * edges.length + stops.length * level.pieces.length;
    if (looked.left < 0) return undefined;
    const spans: [number, number][] = [];
    for (let k = 0; k + 1 < stops.length; k++) {
      const [from = 0, until = 0] = [stops[k], stops[k + 1]];
      if (until - from < LEAST_MM) continue;
      // A little off the middle, where corners of outlines are seldom.
      const middle = (from + until) / 2 + OFF_MIDDLE_MM;
      const covers = level.pieces.some((piece) => piece.from <= middle && piece.to >= middle);
      if (covers === (crossings(edges, middle, at, level.at) % 2 === 0)) {
        const last = spans.at(-1);
        if (last && from - last[1] < ON_MM) last[1] = until;
        else spans.push([from, until]);
      }
    }
    return spans;
  };
  // The lines that are there, each told by its neighbour and the outline: if they don't come out, the outline is not known.
  const lengthOf = (spans: readonly (readonly [number, number])[]): number =>
    spans.reduce((sum, [from, until]) => sum + until - from, 0);
  for (const [i, level] of levels.entries()) {
    const beside = levels[i === 0 ? 1 : i - 1];
    const told = beside && spansFrom(level.at, beside);
    if (!told) return undefined;
    const length = level.pieces.reduce((sum, piece) => sum + piece.to - piece.from, 0);
    if (Math.abs(lengthOf(told) - length) > OFF.share * length + OFF.mm) return undefined;
  }
  const places = Float64Array.from(levels, ({ at }) => at);
  return { reach, spansAt: (at) => spansFrom(at, nearestOf(levels, places, at)) };
}

/** The lines at one place across. */
interface Level {
  readonly at: number;
  readonly pieces: Piece[];
}

function levelsOf(pieces: readonly Piece[]): Level[] {
  const levels: Level[] = [];
  for (const piece of pieces.slice().sort((a, b) => a.at - b.at)) {
    const last = levels.at(-1);
    if (last && piece.at - last.at < ON_MM) last.pieces.push(piece);
    else levels.push({ at: piece.at, pieces: [piece] });
  }
  return levels;
}

/** The level nearest to a place; `places` are those of the levels. */
function nearestOf(levels: readonly Level[], places: Float64Array, at: number): Level {
  const above = countBelow(places, at);
  const [before, after] = [levels[above - 1], levels[above]];
  if (!before || !after) return before ?? after!;
  return at - before.at < after.at - at ? before : after;
}

/** Where along a line at a place across meets an edge. */
function crossingAt([a, p, b, q]: Edge, at: number): number | undefined {
  if (p > at === q > at) return undefined;
  return a + ((b - a) * (at - p)) / (q - p);
}

/** How many edges lie between two places across, at one place along. */
const crossings = (edges: readonly Edge[], along: number, from: number, to: number): number =>
  edges.reduce((count, [a, p, b, q]) => {
    if (a > along === b > along) return count;
    const at = p + ((q - p) * (along - a)) / (b - a);
    return at > Math.min(from, to) && at < Math.max(from, to) ? count + 1 : count;
  }, 0);

/** The rows of a hatch, and the tips of lines in its corners, which are too short to tell a direction. */
function withTips(facts: PageFacts, { hatch }: MatchedHatch): Uint32Array {
  const { paths } = facts.page;
  const [first = 0] = hatch.rows;
  const rows = new Set(hatch.rows);
  const widest = Math.max(...hatch.families.map(({ spacingMm }) => spacingMm));
  for (const row of facts.near("paths", hatch.boxMm)) {
    const isAlike =
      paths.layer[row] === paths.layer[first] &&
      paths.widthMm[row] === paths.widthMm[first] &&
      paths.dash[row] === paths.dash[first] &&
      paths.strokeColour[row] === paths.strokeColour[first] &&
      paths.clip[row] === paths.clip[first] &&
      ((paths.paint[row] ?? 0) & (PAINT.fill | PAINT.stroke)) === PAINT.stroke;
    if (rows.has(row) || !isAlike || (paths.firstPoint[row + 1] ?? 0) - (paths.firstPoint[row] ?? 0) !== 2) continue;
    straightsOfRow(paths, row, (x1, y1, x2, y2) => {
      const isTip = hatch.families.some((family) => {
        const { to } = frameOf(family);
        const [[a, p], [b, q]] = [to([x1, y1]), to([x2, y2])];
        const steps = (p - family.offsetMm) / family.spacingMm;
        const isInStep = Math.abs(steps - Math.round(steps)) < 0.1;
        return Math.abs(a - b) < widest && Math.abs(p - q) < 0.05 && isInStep;
      });
      if (isTip) rows.add(row);
    });
  }
  return Uint32Array.from(rows).sort();
}
