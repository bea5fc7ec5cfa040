import { distanceToBox, overlap, together, type BoxMm, type Page } from "../../drawing";
import { groupedBy } from "../../base/grouped";
import { LETTERING, middleOf } from "../lettering";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { Sets } from "../sets";
import { STRAIGHTS } from "../straights";
import { Axes } from "./axes";
import { fewLinesAcross, fewLinesBudget, type LookedAt } from "./few-lines";
import { patternHatches } from "./patterns";
import { apart } from "./angles";
import { familiesOf, isBroken, LEAST_LINES, LEAST_OF_TILES, type HatchFamily } from "./families";

export type { HatchFamily } from "./families";

/** Level and upright lines are more often treads and tables than hatches; these are close enough for nothing else. */
const CLOSE_MM = 1.3;
const LEAST_CLOSE_LINES = 12;
/** Amid a turned building, level lines as near as this are no table's. */
const STRAY_MM = 2.5;
/** Crossing level and upright lines are tiles; where so many of their cells hold lettering, they are a table. */
const MOST_LETTERED = 0.05;
/** Families share a region where so much of their boxes is common. */
const SHARED = 0.6;
/** Pieces of one family belong together up to so many spacings apart, and where their lines go on within this share of one. */
const NEXT_TO = 3;
const IN_STEP = 0.2;

/** Directions of lines as short as three millimetres scatter so much in files that write five digits. */
const ROUGH_DEG = 0.7;

/** A region that is filled with one or more families of lines. */
export interface Hatch {
  readonly families: readonly HatchFamily[];
  readonly boxMm: BoxMm;
  readonly layer: number;
  readonly rows: Uint32Array;
  /** So few lines that only the standard can tell what they are. */
  readonly isSmall?: boolean;
}

/** What was told apart from stairs and tables for sure. */
export const SURE_HATCH = 0.8;
/** The file itself says that an area is filled with a pattern. */
const PATTERN = 0.97;

export const HATCHES: PageRecogniser<Hatch> = {
  id: "hatches",
  on: "page",
  ofDrawing: true,
  finds: "hatches",
  from: "five and more parallel lines of one layer, pen and line type at one spacing, each beside the next; areas filled with a pattern of such lines",
  find: (facts) => hatchesOf(facts),
};

/** Rows of the page's paths that are lines of hatches, made out so surely at least. */
export function hatchRows(facts: PageFacts, leastConfidence: number): Set<number> {
  const rows = new Set<number>();
  for (const { value, confidence } of facts.of(HATCHES))
    if (confidence >= leastConfidence) for (const row of value.rows) rows.add(row);
  return rows;
}

const hatchesOf = (facts: PageFacts): Sure<Hatch>[] => [...lineHatches(facts), ...patternFills(facts)];

function patternFills(facts: PageFacts): Sure<Hatch>[] {
  return patternHatches(facts).map((hatch) => ({
    ...measuredOn(facts.page.index, hatch, { of: "paths", rows: hatch.rows }),
    confidence: PATTERN,
  }));
}

function lineHatches(facts: PageFacts): Sure<Hatch>[] {
  const straights = facts.of(STRAIGHTS)[0]?.value;
  if (!straights || straights.count < LEAST_LINES) return [];
  const found = withInterrupted(facts.page, familiesOf(facts, straights, LEAST_OF_TILES));
  const families = found.filter(({ lines }) => lines >= LEAST_LINES);
  const axes = new Axes(straights, families);
  const regions = inRegions(facts.page, families);
  const home = new Map(regions.flatMap((region) => [...region.rows].map((row) => [row, region] as const)));
  const looked = fewLinesBudget();
  const small = smallHatches(
    facts,
    looked,
    found.filter(({ lines }) => lines < LEAST_LINES),
    regions,
  );
  const whole = regions.map((region) => {
    const hatch = withFewLines(facts, region, home, looked);
    return {
      ...measuredOn(facts.page.index, hatch, { of: "paths", rows: hatch.rows }),
      confidence: confidenceOf(facts, region, axes),
    };
  });
  return [
    ...whole,
    ...small.map((hatch) => ({
      ...measuredOn(facts.page.index, hatch, { of: "paths", rows: hatch.rows }),
      confidence: SMALL,
    })),
  ];
}

/**
 * Where windows and labels stand in a front of boards, a few lines lie above them, a few beside and a few below: too few
 * by themselves, but in step with each other at one spacing. They are put together where there are enough of them, and
 * they are long: a draughtsman sees boards, and not the diagonals of lights that stand in rows.
 */
function withInterrupted({ paths }: Page, found: readonly HatchFamily[]): HatchFamily[] {
  const few = found.filter((family) => family.lines < LEAST_LINES && isSquare(family)).slice(0, MOST_SMALL);
  const layerOf = ({ rows }: HatchFamily): number => paths.layer[rows[0] ?? 0] ?? -1;
  const sets = new Sets(few.length);
  few.forEach((a, i) =>
    few.slice(0, i).forEach((b, k) => {
      const isNext = gapBetween(a.boxMm, b.boxMm) <= NEXT_TO * a.spacingMm;
      if (isNext && layerOf(a) === layerOf(b) && isSameFamily(a, b) && isInStep(a, b)) sets.join(i, k);
    }),
  );
  const groups = groupedBy(
    few.map((family, i) => [family, sets.first(i)] as const),
    ([, first]) => first,
  );
  const joined = [...groups.values()]
    .map((group) => group.map(([family]) => family))
    .filter((group) => group.length > 1 && group.some(isLong) && placesOf(group) >= LEAST_LINES);
  const taken = new Set(joined.flat());
  return [...found.filter((family) => !taken.has(family)), ...joined.flatMap(asOne)];
}

/** Level or upright. */
const isSquare = ({ angleDeg }: HatchFamily): boolean => apart(angleDeg, 0) < 0.3 || apart(angleDeg, 90) < 0.3;

/** How long level or upright lines are, in spacings. */
const isLong = ({ angleDeg, spacingMm, boxMm: { width, height } }: HatchFamily): boolean =>
  (apart(angleDeg, 0) < apart(angleDeg, 90) ? width : height) >= LONG * spacingMm;
const LONG = 6;

/** In how many places lines lie, of families in step with each other: what stands beside a window lies in one with what is on its other side. */
function placesOf(families: readonly HatchFamily[]): number {
  const [first] = families;
  const places = new Set<number>();
  for (const { offsetMm, spacingMm, lines } of families)
    for (let k = 0; k < lines; k++) places.add(Math.round((offsetMm - (first?.offsetMm ?? 0)) / spacingMm) + k);
  return places.size;
}

/** A few lines and a few across them may be tiles, a window or a table: on layers for hatches they count. */
const SMALL = 0.4;
const MOST_SMALL = 400;

/** A few tiles: lines too few for a hatch with as few across them, where no other hatch of the layer lies. */
function smallHatches(
  facts: PageFacts,
  looked: LookedAt,
  few: readonly HatchFamily[],
  regions: readonly Hatch[],
): Hatch[] {
  const layerOf = ({ rows }: HatchFamily): number => facts.page.paths.layer[rows[0] ?? 0] ?? -1;
  const taken = new Set<number>();
  const hatches: Hatch[] = [];
  // Of thousands nobody sees which are tiles.
  const largest = few.slice().sort((a, b) => areaOf(b.boxMm) - areaOf(a.boxMm));
  for (const family of largest.slice(0, MOST_SMALL)) {
    const layer = layerOf(family);
    if (family.rows.some((row) => taken.has(row))) continue;
    if (regions.some((each) => each.layer === layer && overlap(each.boxMm, family.boxMm))) continue;
    const across = fewLinesAcross(facts, family, looked);
    if (!across || across.lines < LEAST_OF_TILES) continue;
    const families = [family, across];
    const hatch = { layer, boxMm: family.boxMm, families, rows: united(families), isSmall: true };
    for (const row of hatch.rows) taken.add(row);
    hatches.push(hatch);
  }
  return hatches;
}

/** A single family with what few lines cross it, unless they are of another hatch. */
function withFewLines(facts: PageFacts, hatch: Hatch, home: ReadonlyMap<number, Hatch>, looked: LookedAt): Hatch {
  const [family, ...others] = hatch.families;
  const few = family && others.length === 0 ? fewLinesAcross(facts, family, looked) : undefined;
  if (!family || !few || few.rows.some((row) => (home.get(row) ?? hatch) !== hatch)) return hatch;
  const families = [family, few];
  return { ...hatch, families, rows: united(families) };
}

/** Families while they are put together: of each the pieces that it has. */
interface Growing {
  readonly layer: number;
  boxMm: BoxMm;
  readonly families: HatchFamily[][];
}

/** Families of one layer that fill one region, put together; pieces of one family that are next to each other, too. */
function inRegions({ paths }: Page, families: readonly HatchFamily[]): Hatch[] {
  const sorted = families.slice().sort((a, b) => areaOf(b.boxMm) - areaOf(a.boxMm));
  const places = new Places();
  for (const family of sorted) {
    const layer = paths.layer[family.rows[0] ?? 0] ?? -1;
    const home = places.find(family, (each) => each.layer === layer && belongs(each, family));
    if (!home) {
      places.add({ layer, boxMm: family.boxMm, families: [[family]] });
      continue;
    }
    const same = home.families.find(([first]) => first && isOneFamily(first, family));
    if (!same) home.families.push([family]);
    // What all of them are is told by the first.
    else if (same[0] && isLeftOver(family, same[0])) same.unshift(family);
    else same.push(family);
    home.boxMm = together(home.boxMm, family.boxMm);
    places.put(home);
  }
  return sharingRegions(places.all).map(({ layer, boxMm, families: own }) => ({
    layer,
    boxMm,
    families: own.flatMap(asOne),
    rows: united(own.flat()),
  }));
}

/**
 * Regions that came to share their place as they grew, put together: the joints of coursing are found course by course,
 * each far smaller than the region of the beds.
 */
function sharingRegions(regions: readonly Growing[]): readonly Growing[] {
  const places = new Places();
  for (const region of regions.slice().sort((a, b) => areaOf(b.boxMm) - areaOf(a.boxMm))) {
    const [first] = region.families[0] ?? [];
    const home =
      first &&
      places.find({ ...first, boxMm: region.boxMm }, ({ layer, boxMm, families }) => {
        const isApart = families.every(([one]) =>
          region.families.every(([other]) => !one || !other || !isParallel(one, other)),
        );
        return layer === region.layer && isApart && commonShare(boxMm, region.boxMm) >= SHARED;
      });
    if (!home) {
      places.add(region);
      continue;
    }
    home.families.push(...region.families);
    home.boxMm = together(home.boxMm, region.boxMm);
    places.put(home);
  }
  return places.all;
}

const areaOf = ({ width, height }: BoxMm): number => width * height;

const united = (families: readonly HatchFamily[]): Uint32Array => {
  if (families.length === 1 && families[0]) return families[0].rows;
  const rows = new Set<number>();
  for (const family of families) for (const row of family.rows) rows.add(row);
  return Uint32Array.from(rows).sort();
};

/** The pieces of one family as one. */
function asOne(pieces: readonly HatchFamily[]): HatchFamily[] {
  const [first, ...others] = pieces;
  if (!first || others.length === 0) return first ? [first] : [];
  return [
    {
      ...first,
      lines: pieces.reduce((sum, { lines }) => sum + lines, 0),
      rows: united(pieces),
      boxMm: others.reduce((box, { boxMm }) => together(box, boxMm), first.boxMm),
    },
  ];
}

/** Regions by the squares of the sheet that they reach into, so that each family looks at those around it alone. */
class Places {
  readonly all: Growing[] = [];
  private readonly squares = new Map<string, Set<Growing>>();

  add(region: Growing): void {
    this.all.push(region);
    this.put(region);
  }

  /** Enters a region where it reaches to by now. */
  put(region: Growing): void {
    for (const key of squaresOf(region.boxMm, 0)) {
      const known = this.squares.get(key);
      if (known) known.add(region);
      else this.squares.set(key, new Set([region]));
    }
  }

  find({ boxMm, spacingMm }: HatchFamily, fits: (region: Growing) => boolean): Growing | undefined {
    const seen = new Set<Growing>();
    for (const key of squaresOf(boxMm, NEXT_TO * spacingMm))
      for (const region of this.squares.get(key) ?? []) {
        if (seen.has(region)) continue;
        seen.add(region);
        if (fits(region)) return region;
      }
    return undefined;
  }
}

const SQUARE_MM = 60;

function* squaresOf({ x, y, width, height }: BoxMm, reachMm: number): Generator<string> {
  const at = (mm: number): number => Math.floor(mm / SQUARE_MM);
  for (let column = at(x - reachMm); column <= at(x + width + reachMm); column++)
    for (let line = at(y - reachMm); line <= at(y + height + reachMm); line++) yield `${column} ${line}`;
}

function belongs({ boxMm, families }: Growing, family: HatchFamily): boolean {
  const same = families.find(([first]) => first && isOneFamily(first, family))?.[0];
  if (!same) return commonShare(boxMm, family.boxMm) >= SHARED;
  const isNext = gapBetween(boxMm, family.boxMm) <= NEXT_TO * Math.max(same.spacingMm, family.spacingMm);
  return isNext && (isRough(same, family) || isInStep(same, family));
}

const isSameFamily = (a: HatchFamily, b: HatchFamily): boolean =>
  isBroken(a) === isBroken(b) && isParallel(a, b) && Math.abs(a.spacingMm - b.spacingMm) <= 0.02 * a.spacingMm;

const isOneFamily = (a: HatchFamily, b: HatchFamily): boolean =>
  isSameFamily(a, b) || isLeftOver(a, b) || isLeftOver(b, a);

/**
 * Short lines that are written so roughly that their directions scatter may fall out of their family, and then look like
 * another that has every second line of it, or every fifth.
 */
function isLeftOver(whole: HatchFamily, part: HatchFamily): boolean {
  const turn = apart(whole.angleDeg, part.angleDeg);
  if (isBroken(whole) !== isBroken(part) || !isRough(whole, part) || turn > whole.angleOffDeg + part.angleOffDeg)
    return false;
  const times = part.spacingMm / whole.spacingMm;
  return times > 0.9 && Math.abs(times - Math.round(times)) < 0.06 * times;
}

const isRough = (a: HatchFamily, b: HatchFamily): boolean => a.angleOffDeg + b.angleOffDeg >= ROUGH_DEG;

const isParallel = (a: HatchFamily, b: HatchFamily): boolean => apart(a.angleDeg, b.angleDeg) < 0.3;

/** Whether the lines of one lie where those of the other would go on. */
function isInStep(a: HatchFamily, b: HatchFamily): boolean {
  const off = Math.abs(((b.offsetMm - a.offsetMm) / a.spacingMm) % 1);
  return Math.min(off, 1 - off) < IN_STEP;
}

const gapBetween = (a: BoxMm, b: BoxMm): number =>
  Math.max(
    0,
    Math.max(a.x, b.x) - Math.min(a.x + a.width, b.x + b.width),
    Math.max(a.y, b.y) - Math.min(a.y + a.height, b.y + b.height),
  );

function commonShare(a: BoxMm, b: BoxMm): number {
  const common = overlap(a, b);
  return common ? (common.width * common.height) / Math.max(a.width * a.height, b.width * b.height, 1e-9) : 0;
}

/** Slanting lines are hatches; along the axes of what is drawn they may be treads or tables, unless they are close and many. */
function confidenceOf(facts: PageFacts, { families, boxMm }: Hatch, axes: Axes): number {
  if (families.some(({ angleDeg }) => !axes.has(angleDeg, boxMm))) return families.length > 1 ? 0.95 : 0.9;
  if (families.every(({ spacingMm, lines }) => spacingMm <= CLOSE_MM && lines >= LEAST_CLOSE_LINES)) return 0.85;
  const isStray = families.every(
    ({ angleDeg, spacingMm, lines }) =>
      spacingMm <= STRAY_MM && lines >= LEAST_CLOSE_LINES && axes.isOfSheetAlone(angleDeg, boxMm),
  );
  if (isStray) return 0.85;
  const [one, other] = families;
  if (!one || !other) return 0.4;
  const cells = (one.lines - 1) * (other.lines - 1);
  const lettered = facts.of(LETTERING).filter(({ value }) => distanceToBox(boxMm, middleOf(value)) === 0).length;
  return lettered <= MOST_LETTERED * cells ? 0.85 : 0.3;
}
