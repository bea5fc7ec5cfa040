import type { Dash } from "../drawing";

/** A thin rectangle on its own: along its middle, and how wide. */
export interface Thin {
  readonly row: number;
  readonly layer: number;
  readonly widthMm: number;
  readonly lengthMm: number;
  /** How far its corners lie beside those of a rectangle: it was written with few digits. */
  readonly roughMm: number;
  readonly middle: readonly [number, number];
  /** Direction of its length. */
  readonly along: readonly [number, number];
}

/** Thin rectangles in a row that stand for one dashed line. */
export interface DashedRow {
  readonly pieces: readonly Thin[];
  readonly dashMm: Dash;
}

/** Fewer pieces in a row are marks of their own; so are wider ones (the fields of scale bars). */
const LEAST_PIECES = 6;
const WIDEST_MM = 0.7;
/** Pieces that touch are one; pieces farther apart are of two lines. Millimetres. */
const LEAST_GAP_MM = 0.02;
const MOST_GAP_MM = 12;
/** A dash, gap and dash again, with up to so many of each before the pattern repeats. */
const MOST_IN_PATTERN = 3;
/** What differs by less is the same. Millimetres, share, degrees. */
const SAME_MM = 0.05;
const SAME_SHARE = 0.05;
const SAME_DEG = 0.5;
/** What is hardly longer than wide is a dot, which lies along its row whichever way it was written. */
const DOT_SHARE = 1.5;

/** Finds rows of rectangles of one width, one after the other along a line, that repeat a pattern of dashes and gaps. */
export function dashedRows(thins: readonly Thin[]): DashedRow[] {
  const directions = new Map<string, Thin[]>();
  for (const thin of thins.filter(({ widthMm }) => widthMm <= WIDEST_MM))
    for (const turned of thin.lengthMm < thin.widthMm * DOT_SHARE ? [thin, acrossOf(thin)] : [thin]) {
      const deg = ((Math.atan2(turned.along[1], turned.along[0]) * 180) / Math.PI + 360) % 180;
      // Steps of 0.02 mm, a quarter off: no width in hundredths lies where two steps meet.
      const key = `${turned.layer} ${Math.round(turned.widthMm * 50 + 0.25)} ${Math.round(deg / SAME_DEG) % (180 / SAME_DEG)}`;
      const group = directions.get(key) ?? [];
      group.push(turned);
      directions.set(key, group);
    }
  const taken = new Set<number>();
  const found: DashedRow[] = [];
  for (const group of directions.values()) {
    if (group.length < LEAST_PIECES) continue;
    for (const row of alongOneLine(group)) {
      const dashMm = row.some(({ row: each }) => taken.has(each)) ? undefined : patternOf(row);
      if (!dashMm) continue;
      for (const { row: each } of row) taken.add(each);
      found.push({ pieces: row, dashMm });
    }
  }
  return found;
}

const acrossOf = (thin: Thin): Thin => ({
  ...thin,
  widthMm: thin.lengthMm,
  lengthMm: thin.widthMm,
  along: [-thin.along[1], thin.along[0]],
});

/** Parts pieces of one direction into rows: each along one line, none touching the next or too far from it. */
function alongOneLine(group: readonly Thin[]): Thin[][] {
  const [first] = group;
  if (!first) return [];
  const [ux, uy] = first.along;
  const placed = group.map((thin) => ({
    thin,
    across: thin.middle[1] * ux - thin.middle[0] * uy,
    from: thin.middle[0] * ux + thin.middle[1] * uy - thin.lengthMm / 2,
  }));
  placed.sort((a, b) => a.across - b.across);
  const rows: Thin[][] = [];
  for (const line of parted(placed, (a, b) => b.across - a.across > SAME_MM)) {
    line.sort((a, b) => a.from - b.from);
    const pieces = parted(line, (a, b) => {
      const gap = b.from - a.from - a.thin.lengthMm;
      return gap < LEAST_GAP_MM || gap > MOST_GAP_MM;
    });
    rows.push(...pieces.map((each) => each.map(({ thin }) => thin)).filter((each) => each.length >= LEAST_PIECES));
  }
  return rows;
}

/** Parts a list wherever `ends` says so of two that follow each other. */
function parted<T>(list: readonly T[], ends: (a: T, b: T) => boolean): T[][] {
  const parts: T[][] = [];
  list.forEach((each, i) => {
    const before = list[i - 1];
    const part = parts.at(-1);
    if (!part || before === undefined || ends(before, each)) parts.push([each]);
    else part.push(each);
  });
  return parts;
}

/** The dashes and gaps that a row repeats; those at its ends may be cut. */
function patternOf(row: readonly Thin[]): Dash | undefined {
  const [first] = row;
  if (!first) return undefined;
  const [ux, uy] = first.along;
  const starts = row.map(({ middle, lengthMm }) => middle[0] * ux + middle[1] * uy - lengthMm / 2);
  const dashes = row.map(({ lengthMm }) => lengthMm);
  const gaps = starts.slice(1).map((start, i) => start - (starts[i] ?? 0) - (dashes[i] ?? 0));
  const inner = dashes.slice(1, -1);
  for (let period = 1; period <= MOST_IN_PATTERN; period++) {
    // A pattern shows where it comes twice.
    if (inner.length < 2 * period || !repeats(inner, period) || !repeats(gaps, period)) continue;
    return Array.from({ length: period }, (_, i) => [meanOf(inner, i, period), meanOf(gaps, i + 1, period)]).flat();
  }
  return undefined;
}

const repeats = (lengths: readonly number[], period: number): boolean =>
  lengths.every((each, i) => {
    const again = lengths[i + period];
    return again === undefined || Math.abs(each - again) <= Math.max(SAME_MM, each * SAME_SHARE);
  });

function meanOf(lengths: readonly number[], from: number, period: number): number {
  const same = lengths.filter((_, i) => i >= from && (i - from) % period === 0);
  return same.reduce((sum, each) => sum + each, 0) / same.length;
}
