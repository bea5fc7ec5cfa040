import { growing } from "../../drawing/growing";
import { boxAround, pathBox, type BoxMm, type Dash, type Page } from "../../drawing";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { STRAIGHTS, type Straights } from "../straights";
import { Sets } from "../sets";

/** Hatch lines are no farther apart than this. Millimetres on paper. */
const WIDEST_MM = 25;
const NARROWEST_MM = 0.15;
/** Spacings of one family differ by no more than this share, or this much. */
const SAME_SHARE = 0.05;
const SAME_MM = 0.03;
/** Fewer lines are a wall, a stair of a few treads, a table. */
const LEAST_LINES = 5;
/** Level and upright lines are more often treads and tables than hatches; these are close enough for nothing else. */
const CLOSE_MM = 1.3;
const LEAST_CLOSE_LINES = 12;
const ON_AXIS_DEG = 0.3;
/** Families share a region where so much of their boxes is common. */
const SHARED = 0.6;

/** Parallel lines at one spacing. */
export interface HatchFamily {
  /** Of the lines, 0 ≤ angle < 180, counter-clockwise from the right of the sheet. */
  readonly angleDeg: number;
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
}

/** A region that is filled with one or more families of lines. */
export interface Hatch {
  readonly families: readonly HatchFamily[];
  readonly boxMm: BoxMm;
  readonly layer: number;
  readonly rows: Uint32Array;
}

/** What was told apart from stairs and tables for sure. */
export const SURE_HATCH = 0.8;

export const HATCHES: PageRecogniser<Hatch> = {
  id: "hatches",
  on: "page",
  finds: "hatches",
  from: "five and more parallel lines of one layer, pen and line type at one spacing, each beside the next",
  find: (facts) => hatchesOf(facts),
};

function hatchesOf(facts: PageFacts): Sure<Hatch>[] {
  const straights = facts.of(STRAIGHTS)[0]?.value;
  if (!straights || straights.count < LEAST_LINES) return [];
  const families = familiesOf(facts, straights);
  const axes = families.length > 0 ? new Axes(straights, families) : undefined;
  return regions(facts.page, families).map((hatch) => ({
    ...measuredOn(facts.page.index, hatch, { of: "paths", rows: hatch.rows }),
    confidence: confidenceOf(hatch, (angleDeg) => axes?.has(angleDeg, hatch.boxMm) ?? true),
  }));
}

/** Directions that so much of the length of all other lines around has are axes of a building. */
const AXIS_SHARE = 0.1;
const QUARTER_STEPS = 900;
/** How far around: a sheet may bear several drawings, turned in several ways. Millimetres. */
const AROUND_MM = 80;

/** Directions of a sheet, of a building that is turned: those that most lines around a place have. */
class Axes {
  /** Length of lines by direction, for each square of the sheet. */
  private readonly squares = new Map<string, Float32Array>();

  constructor(straights: Straights, families: readonly HatchFamily[]) {
    const inFamily = new Set<number>();
    for (const { rows } of families) for (const row of rows) inFamily.add(row);
    for (let i = 0; i < straights.count; i++) {
      if (inFamily.has(straights.rows[i] ?? 0)) continue;
      const { x1, y1, x2, y2 } = straights.at(i);
      const step = stepOf((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI);
      const square = this.at(Math.floor((x1 + x2) / 2 / AROUND_MM), Math.floor((y1 + y2) / 2 / AROUND_MM));
      square[step] = (square[step] ?? 0) + Math.hypot(x2 - x1, y2 - y1);
    }
  }

  /** Whether a direction is an axis of what is drawn around a box. */
  has(angleDeg: number, { x, y, width, height }: BoxMm): boolean {
    const off = angleDeg % 90;
    if (Math.min(off, 90 - off) <= ON_AXIS_DEG) return true;
    const [column, line] = [Math.floor((x + width / 2) / AROUND_MM), Math.floor((y + height / 2) / AROUND_MM)];
    let [own, all] = [0, 0];
    for (const [c, l] of NEIGHBOURS) {
      const square = this.squares.get(`${column + c} ${line + l}`);
      if (!square) continue;
      const step = stepOf(angleDeg);
      for (const by of [-1, 0, 1]) own += square[(step + by + QUARTER_STEPS) % QUARTER_STEPS] ?? 0;
      for (const length of square) all += length;
    }
    return own >= AXIS_SHARE * all && own > 0;
  }

  private at(column: number, line: number): Float32Array {
    const key = `${column} ${line}`;
    const known = this.squares.get(key) ?? new Float32Array(QUARTER_STEPS);
    this.squares.set(key, known);
    return known;
  }
}

const NEIGHBOURS = [-1, 0, 1].flatMap((c) => [-1, 0, 1].map((l) => [c, l] as const));

/** Directions at right angles to each other are one step of a quarter turn. */
const stepOf = (degrees: number): number =>
  Math.round(((((degrees % 90) + 90) % 90) / 90) * QUARTER_STEPS) % QUARTER_STEPS;

/** Lines that plot alike are of one kind. */
function kindsOf({ paths }: Page, { rows }: Straights): Int32Array {
  const known = new Map<number, number>();
  const kinds = new Int32Array(rows.length);
  let [last, kind] = [-1, -1];
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i] ?? 0;
    if (row !== last) {
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

/** Neighbours at a spacing that comes again next to them, the closest first, so that a fine hatch is not taken for every second line of itself. */
function repeatedPairs(facts: PageFacts, straights: Straights): { a: number; b: number; apart: number }[] {
  const { count } = straights;
  const all = { a: growing.uint32(), b: growing.uint32(), apart: growing.float32() };
  const [after, before] = [new Float32Array(count).fill(Infinity), new Float32Array(count).fill(Infinity)];
  straights.nextOfKind(kindsOf(facts.page, straights), WIDEST_MM, (a, b, apart) => {
    if (apart < NARROWEST_MM) return;
    all.a.push(a);
    all.b.push(b);
    all.apart.push(apart);
    after[a] = Math.min(after[a] ?? Infinity, apart);
    before[b] = Math.min(before[b] ?? Infinity, apart);
  });
  const [first, second, apart] = [all.a.done(), all.b.done(), all.apart.done()];
  const pairs: { a: number; b: number; apart: number }[] = [];
  for (let i = 0; i < first.length; i++) {
    const [a, b, own] = [first[i] ?? 0, second[i] ?? 0, apart[i] ?? 0];
    if (isSpacing(own, after[b] ?? Infinity) || isSpacing(own, before[a] ?? Infinity)) pairs.push({ a, b, apart: own });
  }
  return pairs.sort((p, q) => p.apart - q.apart);
}

const isSpacing = (a: number, b: number): boolean => Math.abs(a - b) <= Math.max(SAME_MM, SAME_SHARE * a);

function familiesOf(facts: PageFacts, straights: Straights): HatchFamily[] {
  const sets = new Sets(straights.count);
  const spacing = new Float64Array(straights.count);
  for (const { a, b, apart } of repeatedPairs(facts, straights)) {
    const [x, y] = [sets.first(a), sets.first(b)];
    if (x === y) continue;
    const isSame = (own: number): boolean => own === 0 || isSpacing(own, apart);
    if (!isSame(spacing[x] ?? 0) || !isSame(spacing[y] ?? 0)) continue;
    sets.join(a, b);
    spacing[sets.first(a)] = spacing[x] || spacing[y] || apart;
  }
  const members = new Map<number, number[]>();
  for (let i = 0; i < straights.count; i++) {
    const first = sets.first(i);
    if (sets.sizeOf(i) < LEAST_LINES) continue;
    const known = members.get(first);
    if (known) known.push(i);
    else members.set(first, [i]);
  }
  return [...members.values()].flatMap((each) => familyOf(facts, straights, each) ?? []);
}

/** A family of its members; undefined where they are too few lines, or not at one spacing. */
function familyOf(facts: PageFacts, straights: Straights, members: readonly number[]): HatchFamily | undefined {
  const { page } = facts;
  const first = straights.at(members[0] ?? 0);
  const about = Math.atan2(first.y2 - first.y1, first.x2 - first.x1);
  // Long lines tell the direction best.
  let [sumX, sumY] = [0, 0];
  for (const i of members) {
    const { x1, y1, x2, y2 } = straights.at(i);
    const way = (x2 - x1) * Math.cos(about) + (y2 - y1) * Math.sin(about) < 0 ? -1 : 1;
    sumX += way * (x2 - x1);
    sumY += way * (y2 - y1);
  }
  const turn = Math.atan2(sumY, sumX);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const across = members
    .map((i) => {
      const { x1, y1, x2, y2 } = straights.at(i);
      return ((y1 + y2) / 2) * cos - ((x1 + x2) / 2) * sin;
    })
    .sort((a, b) => a - b);
  const places = across.filter((place, i) => i === 0 || place - (across[i - 1] ?? 0) > NARROWEST_MM / 2);
  if (places.length < LEAST_LINES) return undefined;
  const steps = places.slice(1).map((place, i) => place - (places[i] ?? 0));
  const middle = steps.slice().sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 0;
  const even = steps.filter((step) => Math.abs(step - middle) <= Math.max(SAME_MM, SAME_SHARE * middle));
  if (even.length < 0.75 * steps.length || even.length + 1 < LEAST_LINES) return undefined;
  const rows = Uint32Array.from(new Set(members.map((i) => straights.rows[i] ?? 0))).sort();
  const degrees = (turn * 180) / Math.PI;
  return {
    angleDeg: ((degrees % 180) + 180) % 180,
    spacingMm: even.reduce((sum, step) => sum + step, 0) / even.length,
    dash: facts.file.drawing.dashes[page.paths.dash[rows[0] ?? 0] ?? 0] ?? [],
    lines: places.length,
    offsetMm: places[0] ?? 0,
    rows,
    boxMm: boxOfRows(page, rows),
  };
}

function boxOfRows(page: Page, rows: Uint32Array): BoxMm {
  const sides = Array.from(rows, (row) => pathBox(page.paths, row)).flatMap(({ x, y, width, height }) => [
    x,
    y,
    width,
    height,
  ]);
  return boxAround(sides) ?? { x: 0, y: 0, width: 0, height: 0 };
}

/** Families of one layer that fill one region, put together; pieces of one family that are next to each other, too. */
function regions({ paths }: Page, families: readonly HatchFamily[]): Hatch[] {
  const layerOf = ({ rows }: HatchFamily): number => paths.layer[rows[0] ?? 0] ?? -1;
  const sorted = families.slice().sort((a, b) => b.boxMm.width * b.boxMm.height - a.boxMm.width * a.boxMm.height);
  const hatches: { layer: number; boxMm: BoxMm; families: HatchFamily[] }[] = [];
  for (const family of sorted) {
    const layer = layerOf(family);
    const home = hatches.find((hatch) => hatch.layer === layer && belongs(hatch, family));
    if (!home) {
      hatches.push({ layer, boxMm: family.boxMm, families: [family] });
      continue;
    }
    const same = home.families.findIndex((each) => isSameFamily(each, family));
    if (same < 0) home.families.push(family);
    else home.families[same] = together(home.families[same] ?? family, family);
    home.boxMm =
      boxAround([home.boxMm, family.boxMm].flatMap(({ x, y, width, height }) => [x, y, width, height])) ?? home.boxMm;
  }
  return hatches.map(({ layer, boxMm, families: own }) => ({
    layer,
    boxMm,
    families: own,
    rows: Uint32Array.from(new Set(own.flatMap(({ rows }) => [...rows]))).sort(),
  }));
}

function belongs(
  hatch: { readonly boxMm: BoxMm; readonly families: readonly HatchFamily[] },
  family: HatchFamily,
): boolean {
  const same = hatch.families.find((each) => isSameFamily(each, family));
  if (same) return gapBetween(hatch.boxMm, family.boxMm) <= 3 * family.spacingMm && isInStep(same, family);
  return commonShare(hatch.boxMm, family.boxMm) >= SHARED;
}

const isSameFamily = (a: HatchFamily, b: HatchFamily): boolean => {
  const turn = Math.abs(a.angleDeg - b.angleDeg);
  return Math.min(turn, 180 - turn) < 0.3 && Math.abs(a.spacingMm - b.spacingMm) <= 0.02 * a.spacingMm;
};

/** Whether the lines of one lie where those of the other would go on. */
function isInStep(a: HatchFamily, b: HatchFamily): boolean {
  const off = Math.abs(((b.offsetMm - a.offsetMm) / a.spacingMm) % 1);
  return Math.min(off, 1 - off) < 0.2;
}

const together = (a: HatchFamily, b: HatchFamily): HatchFamily => ({
  ...a,
  lines: a.lines + b.lines,
  rows: Uint32Array.from(new Set([...a.rows, ...b.rows])).sort(),
  boxMm: boxAround([a.boxMm, b.boxMm].flatMap(({ x, y, width, height }) => [x, y, width, height])) ?? a.boxMm,
});

const gapBetween = (a: BoxMm, b: BoxMm): number =>
  Math.max(
    0,
    Math.max(a.x, b.x) - Math.min(a.x + a.width, b.x + b.width),
    Math.max(a.y, b.y) - Math.min(a.y + a.height, b.y + b.height),
  );

function commonShare(a: BoxMm, b: BoxMm): number {
  const width = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const height = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  if (width <= 0 || height <= 0) return 0;
  return (width * height) / Math.max(a.width * a.height, b.width * b.height, 1e-9);
}

/** Slanting lines are hatches; level and upright ones may be treads or tables, unless they lie close and many, or cross. */
function confidenceOf({ families }: Hatch, isAxis: (angleDeg: number) => boolean): number {
  if (families.length > 1) return 0.95;
  const [family] = families;
  if (!family) return 0;
  if (!isAxis(family.angleDeg)) return 0.9;
  return family.spacingMm <= CLOSE_MM && family.lines >= LEAST_CLOSE_LINES ? 0.85 : 0.4;
}
