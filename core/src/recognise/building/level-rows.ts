import { mostAgreed } from "../../base/agreed";
import { groupedBy } from "../../base/grouped";
import { boxOfPoints } from "../../drawing";
import { Length, type Reading } from "../../quantity";
import { DRAWN_PARTS, partAt } from "../dimensions/drawings";
import { DRAWING_REGIONS, type DrawingRegions } from "../drawing-regions";
import { DRAWING_TITLES } from "../drawing-titles";
import type { PageFacts } from "../recogniser";
import { Sets } from "../sets";
import { LEVELS, type Level } from "./levels";
import { scaleAt } from "./scale-at";

/** So many levels of different heights have to agree before one that does not is told. */
const LEAST_AGREEING = 3;
const LEAST_SHARE = 0.6;
/** Heights on paper can't be told more exactly. Millimetres. */
const PAPER_MM = 0.1;

/** Tags of one row stand no farther beside each other; one that is off by more is a level of something else. Millimetres. */
const BESIDE_MM = 60;
const LEAST_SLIP_MM = 1000;

/** Levels of one drawing whose heights on the sheet go with what is written. */
export interface LevelRow {
  readonly agreeing: readonly Level[];
  /** Each with what its height comes to, millimetres of the building. */
  readonly off: readonly { readonly level: Level; readonly readsMm: number; readonly standsAtMm: number }[];
  readonly scale: number;
  /** What speaks against those that are off. */
  readonly by: "levels" | "dimension" | "scale";
}

/** A level read in one unit. */
interface Read {
  readonly level: Level;
  readonly mm: number;
}

/**
 * The levels of each drawing whose heights agree among themselves at its scale, in metres or in feet, and those that do
 * not. Levels of plans don't: their places on the sheet have nothing to do with them.
 */
export function levelRows(facts: PageFacts, offMm: number): LevelRow[] {
  const regions = facts.of(LEVELS).length === 0 ? undefined : facts.of(DRAWING_REGIONS)[0]?.value;
  const read = facts.of(LEVELS).flatMap(({ value }) => (value.heightsMm.length > 0 ? [value] : []));
  return ofDrawings(facts, read, regions).flatMap((levels) => {
    const scale = levels[0] && scaleAt(facts, levels[0].atMm);
    if (scale === undefined) return [];
    const off = Math.max(offMm, PAPER_MM * scale);
    const row =
      rowOf(levels, scale, off) ??
      besideDimension(facts, levels, scale, off, regions) ??
      fromNought(facts, levels, scale, off, regions);
    return row ? [row] : [];
  });
}

/**
 * Levels by the drawings that they belong to: those of one region, and those that stand over each other in one column
 * with nothing but paper between, as the top of a roof does high above the rest.
 */
function ofDrawings(facts: PageFacts, levels: readonly Level[], regions: DrawingRegions | undefined): Level[][] {
  if (levels.length > MOST_LEVELS)
    return [...groupedBy(levels.slice(), ({ atMm }) => regions?.of(atMm) ?? -1).values()];
  const sets = new Sets(levels.length);
  const titles = facts.of(DRAWING_TITLES).map(({ value }) => value.boxMm);
  const scales = levels.map(({ atMm }) => scaleAt(facts, atMm));
  const places = levels.map(({ atMm }) => regions?.of(atMm) ?? -1);
  const isColumn = (a: Level, b: Level): boolean => {
    const [x, other] = [a.line.startMm[0], b.line.startMm[0]];
    if (Math.abs(x - other) > COLUMN_MM) return false;
    const [low, high] = [Math.min(a.atMm[1], b.atMm[1]), Math.max(a.atMm[1], b.atMm[1])];
    return titles.every((box) => box.y < low || box.y > high || box.x > x || box.x < x - WIDEST_MM);
  };
  for (let i = 0; i < levels.length; i++)
    for (let k = 0; k < i; k++)
      if (scales[i] === scales[k] && (places[i] === places[k] || isColumn(levels[i]!, levels[k]!))) sets.join(i, k);
  return [
    ...groupedBy(
      levels.map((level, i) => [level, sets.first(i)] as const),
      ([, first]) => first,
    ).values(),
  ].map((group) => group.map(([level]) => level));
}
const COLUMN_MM = 3;
/** A title that is farther to the left is of another drawing. */
const WIDEST_MM = 400;
/** More levels on a page are not looked at one by one. */
const MOST_LEVELS = 500;

/**
 * Nought and one other level beside the same building, in one column: where the dimensions imply a scale, the distance
 * between their lines says what the other has to be.
 */
function fromNought(
  facts: PageFacts,
  levels: readonly Level[],
  scale: number,
  off: number,
  regions: DrawingRegions | undefined,
): LevelRow | undefined {
  const { zero, other } = noughtAndOne(levels) ?? {};
  if (!zero || !other || Math.abs(zero.line.startMm[0] - other.line.startMm[0]) > COLUMN_MM) return undefined;
  const part = partAt(facts, zero.atMm);
  if (!part?.implied || part !== partAt(facts, other.atMm)) return undefined;
  const own = part.dimensions.filter(
    ({ agrees, dimension }) => agrees && regions?.of(dimension.from.atMm) === regions?.of(zero.atMm),
  );
  if (own.length < LEAST_OF_SCALE) return undefined;
  // Each has several lines beside it; where any two of them go with what is written, nothing is said.
  const rises = other.heightsMm.flatMap((high) => zero.heightsMm.map((low) => (high - low) * scale));
  const pairs = rises.flatMap((rise) => other.readings.map(({ length }) => [length.toNumber(), rise] as const));
  const [nearest] = pairs.sort((a, b) => Math.abs(a[0] - a[1]) - Math.abs(b[0] - b[1]));
  if (!nearest) return undefined;
  const [readsMm, riseMm] = nearest;
  const away = Math.abs(readsMm - riseMm);
  if (away <= off || away > LEAST_SLIP_MM) return undefined;
  const [first, last] = [zero.heightsMm[0] ?? 0, other.heightsMm[0] ?? 0];
  return { agreeing: [zero], off: [{ level: other, readsMm, standsAtMm: (last - first) * scale }], scale, by: "scale" };
}
/** So many dimensions of the drawing agree on its scale. */
const LEAST_OF_SCALE = 2;

const isNought = ({ readings }: Level): boolean => readings.every(({ length }) => length.compare(Length.zero) === 0);

/** Nought and the one other level of a drawing; undefined where there are more, or fewer. */
function noughtAndOne(levels: readonly Level[]): { readonly zero: Level; readonly other: Level } | undefined {
  const zero = levels.find(isNought);
  const other = levels.find((level) => !isNought(level) && level.readings.length > 0);
  return levels.length === 2 && zero && other ? { zero, other } : undefined;
}

/**
 * Two levels say nothing of which is wrong, unless one is nought and a dimension between their lines says how far they
 * are apart: what it says is drawn, and the other level reads otherwise.
 */
function besideDimension(
  facts: PageFacts,
  levels: readonly Level[],
  scale: number,
  off: number,
  regions: DrawingRegions | undefined,
): LevelRow | undefined {
  const { zero, other } = noughtAndOne(levels) ?? {};
  if (!zero || !other) return undefined;
  const upright = facts
    .of(DRAWN_PARTS)
    .flatMap(({ value }) => value.dimensions)
    .filter(
      ({ agrees, dimension: { carrier, from } }) =>
        agrees &&
        Math.abs(carrier.along[0]) < UPRIGHT_COS &&
        // A drawing beside may have lines at the same heights, at another scale.
        regions?.of(from.atMm) === regions?.of(zero.atMm),
    );
  for (const { dimension, drawnLengthMm = 0 } of upright) {
    const [low, high] = [dimension.from.atMm[1], dimension.to.atMm[1]].sort((a, b) => a - b) as [number, number];
    const stands = (level: Level, at: number): boolean =>
      level.heightsMm.some((each) => Math.abs(each - at) <= SAME_MM);
    const way = stands(zero, low) && stands(other, high) ? 1 : stands(zero, high) && stands(other, low) ? -1 : 0;
    if (way === 0) continue;
    const reads = other.readings.map(({ length }) => length.toNumber());
    const readsMm = reads.sort((a, b) => Math.abs(a - way * drawnLengthMm) - Math.abs(b - way * drawnLengthMm))[0]!;
    const standsAtMm = way * drawnLengthMm;
    if (Math.abs(readsMm - standsAtMm) <= off || Math.abs(readsMm - standsAtMm) > LEAST_SLIP_MM) return undefined;
    return { agreeing: [zero], off: [{ level: other, readsMm, standsAtMm }], scale, by: "dimension" };
  }
  return undefined;
}
const UPRIGHT_COS = 0.02;
const SAME_MM = 0.3;

function rowOf(levels: readonly Level[], scale: number, off: number): LevelRow | undefined {
  let best: LevelRow | undefined;
  for (const unit of ["m", "ft", "in", "mm"] as const) {
    const read = levels.flatMap((level): Read[] => {
      const reading = readingIn(level, unit);
      return reading ? [{ level, mm: reading.length.toNumber() }] : [];
    });
    const zero = zeroOf(read, scale, off);
    const row = zero === undefined ? undefined : rowFrom(read, zero, scale, off);
    if (row && row.agreeing.length > (best?.agreeing.length ?? 0)) best = row;
  }
  if (!best) return undefined;
  best = { ...best, off: best.off.filter(isOfRow(best.agreeing)) };
  const values = new Set(best.agreeing.map(({ text }) => text));
  const all = best.agreeing.length + best.off.length;
  // Nought is where heights are measured from: with it, two are enough at a scale that is known.
  const least = best.agreeing.some(isNought) ? LEAST_AGREEING - 1 : LEAST_AGREEING;
  return values.size >= least && best.agreeing.length >= LEAST_SHARE * all ? best : undefined;
}

/** Whether a level stands with others, above or below them, and is off by no more than could be a slip. */
function isOfRow(agreeing: readonly Level[]): (each: LevelRow["off"][number]) => boolean {
  // Along the sheet they stand in millimetres on paper, up in what they read.
  const spread = boxOfPoints(agreeing.map(({ atMm, readings }) => [atMm[0], readings[0]?.length.toNumber() ?? 0]));
  const [left, right] = [spread.x - BESIDE_MM, spread.x + spread.width + BESIDE_MM];
  const most = Math.max(LEAST_SLIP_MM, spread.height / 2);
  return ({ level: { atMm }, readsMm, standsAtMm }) =>
    atMm[0] >= left && atMm[0] <= right && Math.abs(readsMm - standsAtMm) <= most;
}

const readingIn = ({ readings }: Level, unit: Reading["unit"]): Reading | undefined =>
  // Feet and inches go with decimal feet.
  readings.find((each) => each.unit === unit || (unit === "ft" && each.unit === "in"));

/** The height of the sheet at which nought lies by most levels: each of its lines says one. */
function zeroOf(read: readonly Read[], scale: number, off: number): number | undefined {
  const said = read.flatMap(({ level: { heightsMm, readings }, mm }, by) => {
    const reach = (off + (readings[0]?.halfLastMm ?? 0)) / scale;
    return heightsMm.map((height) => ({ value: height - mm / scale, reach, by }));
  });
  return said[mostAgreed(said) ?? -1]?.value;
}

/** Which levels stand where they should if nought lies at a height of the sheet. */
function rowFrom(read: readonly Read[], zero: number, scale: number, off: number): LevelRow {
  const agreeing: Level[] = [];
  const others: LevelRow["off"][number][] = [];
  for (const { level, mm } of read) {
    const stands = level.heightsMm
      .map((height) => (height - zero) * scale)
      .sort((a, b) => Math.abs(a - mm) - Math.abs(b - mm))[0];
    if (stands === undefined) continue;
    const half = level.readings[0]?.halfLastMm ?? 0;
    if (Math.abs(stands - mm) <= off + half) agreeing.push(level);
    else others.push({ level, readsMm: mm, standsAtMm: stands });
  }
  return { agreeing, off: others, scale, by: "levels" };
}
