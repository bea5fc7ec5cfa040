import { growing } from "../../drawing/growing";
import { boxOfPoints, type BoxMm, type Dash, type Page } from "../../drawing";
import type { PageFacts } from "../recogniser";
import { brokenRows, type Break } from "./broken-rows";
import { Sets } from "../sets";
import type { Straights } from "../straights";

/** Hatch lines are no farther apart than this, and no nearer. Millimetres on paper. */
const WIDEST_MM = 25;
const NARROWEST_MM = 0.15;
/** Spacings of one family differ by no more than this share, or this much. */
const SAME_SHARE = 0.05;
const SAME_MM = 0.03;
/** So many of the steps from line to line are alike; the others are where something is left out. */
const EVEN_SHARE = 0.75;
/** Ends are where they are written to be but for this. */
const END_OFF_MM = 0.025;
/** Fewer lines are a wall, a stair of a few treads, a table; or, with others across them, a few tiles. */
export const LEAST_LINES = 5;
export const LEAST_OF_TILES = 3;

/** Parallel lines at one spacing. */
export interface HatchFamily {
  /** Of the lines, 0 ≤ angle < 180, counter-clockwise from the right of the sheet. */
  readonly angleDeg: number;
  /** How exactly short pieces tell the angle, degrees: programs that write five digits round by a fortieth of a millimetre. */
  readonly angleOffDeg: number;
  /** Across the lines, millimetres on paper. */
  readonly spacingMm: number;
  readonly dash: Dash;
  /** How many lines it has, pieces of one line counted once. */
  readonly lines: number;
  /** Where one of its lines lies, across the direction from the page's corner. */
  readonly offsetMm: number;
  /** Rows of the page's paths. */
  readonly rows: Uint32Array;
  readonly boxMm: BoxMm;
  /** They are too few for a family of their own, and lie across one: see few-lines.ts. `spacingMm` is the least step, or 0. */
  readonly isFew?: boolean;
}

/** Whether its lines are broken: by their line type, or drawn piece by piece. */
export const isBroken = ({ dash }: HatchFamily): boolean => dash.length > 0;

/** How exactly a line of a length tells its angle, degrees. */
export const endOffDeg = (lengthMm: number): number => (Math.atan2(2 * END_OFF_MM, lengthMm) * 180) / Math.PI;

/** Families of parallel lines that plot alike, each line beside the next at one spacing. */
export function familiesOf(facts: PageFacts, straights: Straights, least = LEAST_LINES): HatchFamily[] {
  const sets = new Sets(straights.count);
  const spacing = new Float64Array(straights.count);
  const kinds = kindsOf(facts.page, straights);
  const broken = brokenRows(straights, kinds);
  const others = straights.count;
  // Broken lines that were drawn piece by piece are another kind than whole ones.
  for (const i of broken.keys()) kinds[i] = (kinds[i] ?? 0) + others;
  for (const { a, b, apart } of repeatedPairs(straights, kinds)) {
    const [x, y] = [sets.first(a), sets.first(b)];
    if (x === y) continue;
    const isSame = (own: number): boolean => own === 0 || isSpacing(own, apart);
    if (!isSame(spacing[x] ?? 0) || !isSame(spacing[y] ?? 0)) continue;
    sets.join(a, b);
    spacing[sets.first(a)] = spacing[x] || spacing[y] || apart;
  }
  const members = new Map<number, number[]>();
  for (let i = 0; i < straights.count; i++) {
    if (sets.sizeOf(i) < least) continue;
    const first = sets.first(i);
    const known = members.get(first);
    if (known) known.push(i);
    else members.set(first, [i]);
  }
  return [...members.values()].flatMap(
    (each) => familyOf(facts, straights, each, least, broken.get(each[0] ?? -1)) ?? [],
  );
}

/** Lines that plot alike are of one kind. */
function kindsOf({ paths, groups }: Page, { rows }: Straights): Int32Array {
  const known = new Map<number, number>();
  const kinds = new Int32Array(rows.length);
  let [last, kind] = [-1, -1];
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i] ?? 0;
    if (row !== last && groups[paths.group[row] ?? 0]?.cell) {
      // The cell of a pattern is no hatch, but what fills the areas with it (patterns.ts).
      kind = -1;
      last = row;
    } else if (row !== last) {
      const width = Math.min(4095, Math.round((paths.widthMm[row] ?? 0) * 100));
      const look = ((paths.layer[row] ?? -1) + 1) * 65_536 + (paths.dash[row] ?? 0);
      // Layers, dashes and widths make less than 2⁴⁴; colours are told apart by the rest, as well as it holds.
      const key = (look * 4096 + width) * 512 + ((paths.strokeColour[row] ?? 0) % 509);
      kind = known.get(key) ?? known.size;
      known.set(key, kind);
      last = row;
    }
    kinds[i] = kind;
  }
  return kinds;
}

interface Pair {
  readonly a: number;
  readonly b: number;
  readonly apart: number;
}

/** Neighbours at a spacing that comes again next to them, the closest first, so that a fine hatch is not taken for every second line of itself. */
function repeatedPairs(straights: Straights, kinds: Int32Array): Pair[] {
  const all = { a: growing.uint32(), b: growing.uint32(), apart: growing.float32() };
  const nowhere = (): Float32Array => new Float32Array(straights.count).fill(Infinity);
  const [after, before] = [nowhere(), nowhere()];
  straights.nextOfKind(kinds, WIDEST_MM, (a, b, apart) => {
    if (apart < NARROWEST_MM) return;
    all.a.push(a);
    all.b.push(b);
    all.apart.push(apart);
    after[a] = Math.min(after[a] ?? Infinity, apart);
    before[b] = Math.min(before[b] ?? Infinity, apart);
  });
  const [first, second, apart] = [all.a.done(), all.b.done(), all.apart.done()];
  // Sorted as numbers that hold the distance before the place: objects would be far slower to sort.
  const order = new Float64Array(first.length);
  let count = 0;
  for (let i = 0; i < first.length; i++) {
    const [a, b, own] = [first[i] ?? 0, second[i] ?? 0, apart[i] ?? 0];
    if (isSpacing(own, after[b] ?? Infinity) || isSpacing(own, before[a] ?? Infinity))
      order[count++] = Math.round(own * SORT_STEPS) * MOST_PAIRS + i;
  }
  return Array.from(order.subarray(0, count).sort(), (key): Pair => {
    const i = key % MOST_PAIRS;
    return { a: first[i] ?? 0, b: second[i] ?? 0, apart: apart[i] ?? 0 };
  });
}

/** Steps of a millimetre to which distances are told apart in sorting; with them a place fits into one number. */
const SORT_STEPS = 10_000;
const MOST_PAIRS = 2 ** 31;

const isSpacing = (a: number, b: number): boolean => Math.abs(a - b) <= Math.max(SAME_MM, SAME_SHARE * a);

/** A family of its members; undefined where they are too few lines, or not at one spacing. */
function familyOf(
  facts: PageFacts,
  straights: Straights,
  members: readonly number[],
  least: number,
  broken: Break | undefined,
): HatchFamily | undefined {
  // Lines may run either way: a family is measured along that from 0 to 180 degrees.
  const turn = (straights.turnOf(members) + 2 * Math.PI) % Math.PI;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const across = Float64Array.from(members, (i) => {
    const { x1, y1, x2, y2 } = straights.at(i);
    return ((y1 + y2) / 2) * cos - ((x1 + x2) / 2) * sin;
  }).sort();
  const places = across.filter((place, i) => i === 0 || place - (across[i - 1] ?? 0) > NARROWEST_MM / 2);
  if (places.length < least) return undefined;
  const steps = places.subarray(1).map((place, i) => place - (places[i] ?? 0));
  const middle = steps.slice().sort()[Math.floor(steps.length / 2)] ?? 0;
  const even = steps.filter((step) => isSpacing(middle, step));
  if (even.length < EVEN_SHARE * steps.length || even.length + 1 < least) return undefined;
  const { paths } = facts.page;
  const rows = Uint32Array.from(new Set(members.flatMap((i) => straights.rowsOf(i)))).sort();
  const degrees = (turn * 180) / Math.PI;
  return {
    angleDeg: degrees,
    angleOffDeg: endOffDeg(longestOf(straights, members)),
    spacingMm: even.reduce((sum, step) => sum + step, 0) / even.length,
    dash: broken ? [broken.pieceMm, broken.gapMm] : (facts.file.drawing.dashes[paths.dash[rows[0] ?? 0] ?? 0] ?? []),
    lines: places.length,
    offsetMm: places[0] ?? 0,
    rows,
    boxMm: boxOfPoints(endsOf(straights, members)),
  };
}

function longestOf(straights: Straights, members: readonly number[]): number {
  let most = 0;
  for (const i of members) {
    const { x1, y1, x2, y2 } = straights.at(i);
    most = Math.max(most, Math.hypot(x2 - x1, y2 - y1));
  }
  return most;
}

function* endsOf(straights: Straights, members: readonly number[]): Generator<readonly [number, number]> {
  for (const i of members) {
    const { x1, y1, x2, y2 } = straights.at(i);
    yield [x1, y1];
    yield [x2, y2];
  }
}
