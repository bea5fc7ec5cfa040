import { boxOfPoints } from "../../drawing";
import { OUTLINES } from "../building/outlines";
import { GRID_LINES, type GridLine } from "../grid-lines";
import { LINE_WORK, type LineWork } from "../line-work";
import { measuredOn, type PageFacts, type PageRecogniser } from "../recogniser";
import { DRAWN_PARTS, type DrawnPart, type JudgedDimension } from "./drawings";
import { onCarrier, pointAt, type Carrier } from "./stops";

/** Dimensions of one row lie on one line. Millimetres on paper, and the sine of what directions may differ by. */
const SAME_LINE_MM = 0.3;
const SAME_DIRECTION_SIN = 0.006;
/** Ends that are this near are one stop. */
export const SAME_STOP_MM = 0.25;

/** Dimensions on one line. */
export interface DimensionRow {
  readonly dimensions: readonly PlacedDimension[];
  /** Where the row lies, from the first row's line, to the left. */
  readonly leftMm: number;
  readonly fromMm: number;
  readonly toMm: number;
  /** Which side of it is away from what is measured: 1 left, −1 right; 0 where neither its extension lines nor a row beside it tell. */
  readonly out: -1 | 0 | 1;
}

/** A dimension and where it lies along its row. */
export interface PlacedDimension extends JudgedDimension {
  readonly fromMm: number;
  readonly toMm: number;
}

/** The rows of one drawing that run the same way. */
export interface RowsAlong {
  readonly part: DrawnPart;
  /** Where along and left are measured from. */
  readonly carrier: Carrier;
  readonly rows: readonly DimensionRow[];
  /** Those of each side of the drawing that lie beyond each other, from the innermost out. */
  readonly sides: readonly (readonly DimensionRow[])[];
}

export const DIMENSION_ROWS: PageRecogniser<RowsAlong> = {
  id: "dimension-rows",
  on: "page",
  finds: "rows of dimensions",
  from: "dimensions of one drawing on one line, and which rows lie beyond each other on the same side",
  find: (facts) => rowsOf(facts).map((rows) => measuredOn(facts.page.index, rows)),
};

function rowsOf(facts: PageFacts): RowsAlong[] {
  return facts.of(DRAWN_PARTS).flatMap(({ value: part }) => {
    const ways: { carrier: Carrier; members: JudgedDimension[] }[] = [];
    for (const each of part.dimensions) {
      const { along } = each.dimension.carrier;
      const way = ways.find(
        ({ carrier }) => Math.abs(carrier.along[0] * along[1] - carrier.along[1] * along[0]) < SAME_DIRECTION_SIN,
      );
      if (way) way.members.push(each);
      else ways.push({ carrier: each.dimension.carrier, members: [each] });
    }
    return ways.map(({ carrier, members }) => {
      const rows = withNeighbours(facts, carrier, onOneLine(carrier, members));
      return { part, carrier, rows, sides: sidesOf(rows) };
    });
  });
}

function onOneLine(carrier: Carrier, members: readonly JudgedDimension[]): DimensionRow[] {
  const placed = members
    .map((each) => {
      const ends = [each.dimension.from.atMm, each.dimension.to.atMm].map((point) => onCarrier(carrier, point));
      const [a, b] = ends.map(([along]) => along) as [number, number];
      const left = ends.reduce((sum, [, off]) => sum + off, 0) / 2;
      return { ...each, fromMm: Math.min(a, b), toMm: Math.max(a, b), left };
    })
    .sort((a, b) => a.left - b.left || a.fromMm - b.fromMm);
  const rows: DimensionRow[] = [];
  for (let start = 0; start < placed.length;) {
    let end = start + 1;
    while (end < placed.length && (placed[end]?.left ?? 0) - (placed[end - 1]?.left ?? 0) <= SAME_LINE_MM) end++;
    const level = placed.slice(start, end).sort((a, b) => a.fromMm - b.fromMm);
    for (const here of withoutGaps(carrier, level))
      rows.push({
        dimensions: here,
        leftMm: here.reduce((sum, { left }) => sum + left, 0) / here.length,
        fromMm: Math.min(...here.map(({ fromMm }) => fromMm)),
        toMm: Math.max(...here.map(({ toMm }) => toMm)),
        out: outOf(carrier, here),
      });
    start = end;
  }
  return rows;
}

/** Parts dimensions on one line where neither a common stop nor a line leads from one to the next: they are of two buildings. */
function withoutGaps<D extends PlacedDimension>(carrier: Carrier, sorted: readonly D[]): D[][] {
  const rows: D[][] = [];
  let reach = -Infinity;
  for (const each of sorted) {
    const own = each.dimension.carrier;
    const ends = each.dimension.lineMm.map((at) => onCarrier(carrier, pointAt(own, at))[0]);
    const row = rows.at(-1);
    if (row && Math.min(each.fromMm, ...ends) <= reach + SAME_STOP_MM) row.push(each);
    else rows.push([each]);
    reach = Math.max(reach, each.toMm, ...ends);
  }
  return rows;
}

/** Extension lines go on farther towards what is measured than beyond the row. */
function outOf(carrier: Carrier, members: readonly JudgedDimension[]): -1 | 0 | 1 {
  let sum = 0;
  for (const { dimension } of members) {
    const { along } = dimension.carrier;
    const sameWay = along[0] * carrier.along[0] + along[1] * carrier.along[1] > 0 ? 1 : -1;
    for (const { extension } of [dimension.from, dimension.to])
      if (extension) sum += Math.sign(extension.rightMm - extension.leftMm) * sameWay;
  }
  return sum > 0 ? 1 : sum < 0 ? -1 : 0;
}

/**
 * A row whose ends stand on grid lines has no extension lines that tell which way it looks. It looks as one beside it
 * does, where nothing is drawn between the two: behind a wall it would stand inside.
 */
function withNeighbours(facts: PageFacts, carrier: Carrier, rows: readonly DimensionRow[]): readonly DimensionRow[] {
  const known = rows.filter(({ out }) => out !== 0);
  if (known.length === 0 || known.length === rows.length) return rows;
  const onGrid = gridStops(
    carrier,
    facts.of(GRID_LINES).map(({ value }) => value),
  );
  return rows.map((row) => {
    if (row.out !== 0 || !standsOnGrid(row, onGrid)) return row;
    const away = (other: DimensionRow): number => Math.abs(row.leftMm - other.leftMm);
    const [beside] = known
      .filter((other) => overlapMm(row, other) > 0 && away(other) <= MOST_BESIDE_MM)
      .sort((a, b) => away(a) - away(b));
    return beside && isBareBetween(facts, carrier, row, beside) ? { ...row, out: beside.out } : row;
  });
}
/** Rows of one side stand no farther from one another. Millimetres. */
const MOST_BESIDE_MM = 20;

/** Where along some rows the grid lines run that cross them. */
export function gridStops(carrier: Carrier, grid: readonly GridLine[]): number[] {
  return grid.flatMap(({ from, to }) => {
    const [[a, p], [b, q]] = [onCarrier(carrier, from), onCarrier(carrier, to)];
    return Math.abs(a - b) <= CROSSING_SHARE * Math.abs(p - q) ? [(a + b) / 2] : [];
  });
}

/** A grid line crosses a row square, but for this share. */
const CROSSING_SHARE = 0.02;
/** Grid lines lie where they are dimensioned, but for this. Millimetres. */
const ON_GRID_MM = 0.4;

/** Whether every dimension of a row leads from grid line to grid line. */
export const standsOnGrid = (row: DimensionRow, onGrid: readonly number[]): boolean =>
  stopsOf(row).every((stop) => onGrid.some((at) => Math.abs(at - stop) <= ON_GRID_MM));

export const stopsOf = ({ dimensions }: DimensionRow): number[] =>
  dimensions.flatMap(({ fromMm, toMm }) => [fromMm, toMm]);

/** Whether nothing runs along two rows between them: no line, and no edge of a wall that is filled. */
function isBareBetween(facts: PageFacts, carrier: Carrier, a: DimensionRow, b: DimensionRow): boolean {
  const [fromMm, toMm] = [Math.max(a.fromMm, b.fromMm), Math.min(a.toMm, b.toMm)];
  const [low, high] = [Math.min(a.leftMm, b.leftMm) + BESIDE_ROW_MM, Math.max(a.leftMm, b.leftMm) - BESIDE_ROW_MM];
  if (low >= high) return true;
  const box = boxOfPoints([fromMm, toMm].flatMap((along) => [low, high].map((left) => pointAt(carrier, along, left))));
  const isClear = (lines: LineWork): boolean =>
    lines.near(box).every((i) => {
      const [p, q] = [onCarrier(carrier, lines.end(i, 0)), onCarrier(carrier, lines.end(i, 1))];
      const isAlong = Math.abs(p[1] - q[1]) <= SAME_DIRECTION_SIN * Math.abs(p[0] - q[0]);
      const isBetween = Math.min(p[1], q[1]) > low && Math.max(p[1], q[1]) < high;
      const shared = Math.min(toMm, Math.max(p[0], q[0])) - Math.max(fromMm, Math.min(p[0], q[0]));
      return !isAlong || !isBetween || shared < LEAST_WALL_MM;
    });
  return [LINE_WORK, OUTLINES].every((of) => facts.of(of).every(({ value }) => isClear(value)));
}
/** What runs along a row so near to it is its own line. */
const BESIDE_ROW_MM = 0.5;
/** Shorter lines are no walls. */
const LEAST_WALL_MM = 3;

/** Rows of one side that share some of their length, from the innermost out. */
function sidesOf(rows: readonly DimensionRow[]): DimensionRow[][] {
  const sides: DimensionRow[][] = [];
  for (const out of [1, -1] as const) {
    const own = rows.filter((row) => row.out === out).sort((a, b) => out * (a.leftMm - b.leftMm));
    const open: DimensionRow[][] = [];
    for (const row of own) {
      const side = open.find((each) => each.some((other) => overlapMm(other, row) > 0 && isBeyond(other, row, out)));
      if (side) side.push(row);
      else open.push([row]);
    }
    sides.push(...open);
  }
  return sides;
}

/** Rows farther apart than this are of two buildings, or of two sides. Millimetres. */
const MOST_PITCH_MM = 40;

const isBeyond = (inner: DimensionRow, outer: DimensionRow, out: 1 | -1): boolean => {
  const apart = out * (outer.leftMm - inner.leftMm);
  return apart > 0 && apart <= MOST_PITCH_MM;
};

export const overlapMm = (a: DimensionRow, b: DimensionRow): number =>
  Math.min(a.toMm, b.toMm) - Math.max(a.fromMm, b.fromMm);

/** The dimensions of a row that lead from one stop to another without a gap; undefined where they don't. */
export function chainBetween(row: DimensionRow, fromMm: number, toMm: number): PlacedDimension[] | undefined {
  const chain: PlacedDimension[] = [];
  let at = fromMm;
  for (const each of row.dimensions) {
    if (each.fromMm < at - SAME_STOP_MM) continue;
    if (Math.abs(each.fromMm - at) > SAME_STOP_MM) return undefined;
    chain.push(each);
    at = each.toMm;
    if (Math.abs(at - toMm) <= SAME_STOP_MM) return chain;
    if (at > toMm) return undefined;
  }
  return undefined;
}
