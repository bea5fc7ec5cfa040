import { boxOfPoints, PAINT, type BoxMm } from "../../drawing";
import { EDGE_OF_AREA, OUTLINES } from "../building/outlines";
import { LINE_WORK, type LineWork } from "../line-work";
import { measuredOn, type PageFacts, type PageRecogniser } from "../recogniser";
import type { DimensionRow, RowsAlong } from "./rows";
import { onCarrier, pointAt, type Carrier } from "./stops";

/** A wall's pen is no finer than this share of the widest pen along the row. */
const HEAVY_SHARE = 0.85;
/** Faces are looked for this far behind a row, and run along so much of it. Millimetres, and a share. */
const REACH_MM = 60;
const LEAST_SHARE = 0.15;
const PARALLEL_SIN = 0.01;
const SAME_FACE_MM = 0.2;
const LEAST_EDGE_MM = 3.5;

/** Finds the wall face that a row of dimensions stands before. */
export class Faces {
  constructor(
    private readonly lines: LineWork,
    private readonly outlines: LineWork,
    private readonly facts: PageFacts,
  ) {}

  /** Where the outermost wall face behind a row lies, to the left of the rows' carrier; undefined where none is there. */
  behind(along: RowsAlong, row: DimensionRow): number | undefined {
    if (row.out === 0) return undefined;
    const heavy = this.heavyBehind(along, row);
    return heavy.find(({ left }) => coverOf(heavy, left) >= LEAST_SHARE * (row.toMm - row.fromMm))?.left;
  }

  /** Whether the face that a row stands before goes on beyond the row's end, as far as another place. */
  goesOn(along: RowsAlong, row: DimensionRow, beyond: readonly [fromMm: number, toMm: number]): boolean {
    const left = this.behind(along, row);
    if (left === undefined) return false;
    const [fromMm, toMm] = beyond;
    const covered = coverOf(this.heavyBehind(along, { ...row, fromMm, toMm }), left);
    return covered >= GOES_ON_SHARE * (toMm - fromMm);
  }

  /** The heaviest lines that run along a row behind it, the outermost first. */
  private heavyBehind({ carrier }: RowsAlong, row: DimensionRow): Face[] {
    const outermostFirst = (faces: Face[]): Face[] => faces.sort((a, b) => row.out * (b.left - a.left));
    // Walls may be filled: their edges are faces where they run along enough of the row to be more than columns.
    const edges = this.along(this.outlines, carrier, row).filter(({ width }) => width === EDGE_OF_AREA);
    const filled = edges.reduce((sum, { from, to }) => sum + to - from, 0);
    if (filled >= LEAST_SHARE * (row.toMm - row.fromMm)) return outermostFirst(edges);
    const strokes = outermostFirst(this.along(this.lines, carrier, row));
    const least = LEAST_SHARE * (row.toMm - row.fromMm);
    const widest = widestOf(strokes, least);
    const wide = strokes.filter(({ width }) => width >= HEAVY_SHARE * widest);
    const heavy = wide.filter(({ left }) => coverOf(wide, left) >= least);
    const outermost = strokes.find(
      ({ left }) => coverOf(strokes, left) >= MOST_SHARE_OF_TRIMS * (row.toMm - row.fromMm),
    );
    if (!outermost || !heavy[0] || row.out * (outermost.left - heavy[0].left) <= SAME_FACE_MM) return heavy;
    // Something fine runs along most of the row further out: the wall, where what is heavy is a light or a stair;
    // an eave or a plinth, where what is heavy is long enough to be the wall; then either may be meant.
    const isShort = coverOf(heavy, heavy[0].left) < LEAST_WALL_SHARE * (row.toMm - row.fromMm);
    return isShort ? strokes.filter(({ width }) => width >= HEAVY_SHARE * outermost.width) : [];
  }

  /** Continuous strokes, or edges of areas, that run along a row behind it. */
  private along(lines: LineWork, carrier: Carrier, row: DimensionRow): Face[] {
    const { paths } = this.facts.page;
    const own = new Set(row.dimensions.flatMap(({ dimension }) => dimension.rows));
    const found: Face[] = [];
    for (const i of lines.near(boxBehind(carrier, row))) {
      const at = lines.rows[i] ?? 0;
      const width = lines.widthMm[i] ?? 0;
      const isDrawn = width === EDGE_OF_AREA || ((paths.paint[at] ?? 0) & PAINT.stroke) !== 0;
      if (own.has(at) || (paths.dash[at] ?? 0) !== 0 || !isDrawn) continue;
      const [p, q] = [onCarrier(carrier, lines.end(i, 0)), onCarrier(carrier, lines.end(i, 1))];
      const [from, to] = [Math.max(row.fromMm, Math.min(p[0], q[0])), Math.min(row.toMm, Math.max(p[0], q[0]))];
      const behind = row.out * (row.leftMm - (p[1] + q[1]) / 2);
      // Edges that are shorter are of arrows and other small things.
      if (width === EDGE_OF_AREA && lines.length(i) < LEAST_EDGE_MM) continue;
      if (to - from < 1 || behind < 1 || behind > REACH_MM) continue;
      if (Math.abs(p[1] - q[1]) > PARALLEL_SIN * Math.abs(p[0] - q[0])) continue;
      found.push({ left: (p[1] + q[1]) / 2, from, to, width });
    }
    return found;
  }
}

/** What runs along a row: where, to the left of the rows' carrier, and from where to where along it. */
interface Face {
  readonly left: number;
  readonly from: number;
  readonly to: number;
  readonly width: number;
}

/** How much of what runs along a row lies in one line, millimetres. */
const coverOf = (faces: readonly Face[], left: number): number =>
  faces.filter((each) => Math.abs(each.left - left) <= SAME_FACE_MM).reduce((sum, { from, to }) => sum + to - from, 0);

/** The widest pen that draws one line along enough of a row: short heavy lines are no wall, and say nothing of others. */
const widestOf = (faces: readonly Face[], leastMm: number): number =>
  Math.max(
    0,
    ...faces
      .filter(({ left, width }) => {
        const alike = faces.filter((each) => each.width === width);
        return coverOf(alike, left) >= leastMm;
      })
      .map(({ width }) => width),
  );

/** Sills and steps cover no more of a row than this; a wall covers at least so much of it. */
const MOST_SHARE_OF_TRIMS = 0.5;
const LEAST_WALL_SHARE = 0.3;

/** How much of a face that goes on is drawn: openings interrupt it. */
const GOES_ON_SHARE = 0.3;

const boxBehind = (carrier: Carrier, row: DimensionRow): BoxMm =>
  boxOfPoints(
    [row.fromMm, row.toMm].flatMap((along) =>
      [row.leftMm, row.leftMm - row.out * REACH_MM].map((left) => pointAt(carrier, along, left)),
    ),
  );

export const FACES: PageRecogniser<Faces> = {
  id: "wall-faces-behind-rows",
  on: "page",
  finds: "the wall faces that rows of dimensions stand before",
  from: "the heaviest continuous lines along a row, on the building's side of it",
  find: (facts) => {
    const [lines, outlines] = [facts.of(LINE_WORK)[0]?.value, facts.of(OUTLINES)[0]?.value];
    return lines && outlines ? [measuredOn(facts.page.index, new Faces(lines, outlines, facts))] : [];
  },
};
