import { mostAgreed } from "../../base/agreed";
import { groupedBy } from "../../base/grouped";
import { boxOfPoints } from "../../drawing";
import { Length, type Reading } from "../../quantity";
import { DRAWN_PARTS } from "../dimensions/drawings";
import { DRAWING_REGIONS, type DrawingRegions } from "../drawing-regions";
import type { PageFacts } from "../recogniser";
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
  const groups = groupedBy(read, ({ atMm }) => regions?.of(atMm) ?? -1);
  return [...groups.values()].flatMap((levels) => {
    const scale = levels[0] && scaleAt(facts, levels[0].atMm);
    if (scale === undefined) return [];
    const off = Math.max(offMm, PAPER_MM * scale);
    const row = rowOf(levels, scale, off) ?? besideDimension(facts, levels, scale, off, regions);
    return row ? [row] : [];
  });
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
  const isNought = ({ readings }: Level): boolean => readings.every(({ length }) => length.compare(Length.zero) === 0);
  const zeros = levels.filter(isNought);
  const [zero] = zeros;
  const [other, ...more] = levels.filter((level) => !isNought(level));
  if (!zero || zeros.length > 1 || !other || more.length > 0 || other.readings.length === 0) return undefined;
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
    return { agreeing: [zero], off: [{ level: other, readsMm, standsAtMm }], scale };
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
  return values.size >= LEAST_AGREEING && best.agreeing.length >= LEAST_SHARE * all ? best : undefined;
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
  return { agreeing, off: others, scale };
}
