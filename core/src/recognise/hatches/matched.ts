import type { HatchEntry } from "../../standard/plain";
import { clearBetween, distanceToBox, grown, overlap, type PointMm } from "../../drawing";
import { DRAWN_PARTS, type DrawnPart } from "../dimensions/drawings";
import { LINE_WORK } from "../line-work";
import type { Parameter } from "../parameter";
import type { PageFacts, PageRecogniser, Sure } from "../recogniser";
import { STATED_SCALE } from "../stated-scale";
import { isForHatches } from "./hatch-layers";
import { apart } from "./angles";
import { isBroken } from "./families";
import { HATCHES, SURE_HATCH, type Hatch, type HatchFamily } from "./hatches";

export const SPACING_SHARE: Parameter = {
  rule: "hatch/spacing",
  name: "share",
  title: "Spacing may differ by",
  unit: "share",
  usual: 0.05,
  least: 0.005,
  most: 0.5,
  sentence: "The spacing of a hatch may differ by this share from the standard's.",
};
export const ANGLE_DEG: Parameter = {
  rule: "hatch/spacing",
  name: "angleDeg",
  title: "Angle may differ by",
  unit: "degrees",
  usual: 1,
  least: 0.05,
  most: 20,
  sentence: "The lines of a hatch may be turned by this from the standard's angle.",
};
/** A pattern so many times too wide or too narrow is another one. */
const MOST_TIMES = 12;

/** A hatch against those of the standard. */
export interface MatchedHatch {
  readonly hatch: Hatch;
  /** The one that it is; none where its pattern is no hatch's, or its spacing is not. */
  readonly entry?: HatchEntry;
  /** The one whose pattern it has at another spacing, and how many times as wide it is. */
  readonly like?: { readonly entry: HatchEntry; readonly times: number };
  /** By how much its lines are turned from the entry's, degrees; none where its pattern keeps to the sheet. */
  readonly turnDeg?: number;
  /** Building length per paper length at its place, where known. */
  readonly scale?: number;
  /** It has the pattern of coursing, whose spacing is in the building, and no scale is known there. */
  readonly notJudged?: boolean;
}

export const MATCHED_HATCHES: PageRecogniser<MatchedHatch> = {
  id: "matched-hatches",
  on: "page",
  finds: "hatches against those of the standard",
  from: "the angles of their lines and the spacing between them, on paper or in the building",
  parameters: [SPACING_SHARE, ANGLE_DEG],
  find: (facts) => {
    const axes: PageAxes = { ofPage: axesOf(facts), looked: { left: MOST_LOOKED_AT } };
    const found = facts.of(HATCHES).flatMap((sure): Sure<MatchedHatch>[] => {
      const confidence = isForHatches(facts.file, sure.value.layer)
        ? Math.max(sure.confidence, SURE_HATCH)
        : sure.confidence;
      if (confidence < SURE_HATCH) return [];
      const value = matched(facts, sure.value, scaleAt(facts, sure.value), axes);
      return sure.value.isSmall && !value.entry && !value.like ? [] : [{ ...sure, confidence, value }];
    });
    return found.length > MOST_TOGETHER ? found : withGaps(withParts(facts, found, axes));
  },
};

/**
 * Where windows and labels stand in the way, coursing leaves lines out: a part of it seems to be two or three times as
 * wide as the next one on the same layer, and its lines lie where those would go on.
 */
function withGaps(found: readonly Sure<MatchedHatch>[]): Sure<MatchedHatch>[] {
  const right = found.map(({ value }) => value).filter(({ entry }) => entry?.basis === "building");
  return found.map((each) => {
    const { like, ...value } = each.value;
    const entry = like && right.find((other) => goesOnIn(other.hatch, value.hatch))?.entry;
    return entry ? { ...each, value: { ...value, entry } } : each;
  });
}

function goesOnIn(right: Hatch, { families, layer, boxMm }: Hatch): boolean {
  const [own, ...others] = families;
  if (right.layer !== layer || !own || others.length > 0) return false;
  return right.families.some(({ angleDeg, spacingMm, offsetMm }) => {
    const [times, steps] = [own.spacingMm / spacingMm, (own.offsetMm - offsetMm) / spacingMm];
    const wider = Math.round(times);
    if (apart(angleDeg, own.angleDeg) > SAME_DEG || wider < 2 || wider > MOST_LEFT_OUT) return false;
    const isOneGrid = [times, steps].every((each) => Math.abs(each - Math.round(each)) <= SAME_GRID);
    return isOneGrid && (overlap(grown(right.boxMm, wider * spacingMm), boxMm) !== undefined || isOneFront(right, own));
  });
}
const MOST_LEFT_OUT = 4;
const SAME_GRID = 0.1;
const SAME_DEG = 0.5;

/** Whether lines of two hatches begin and end at the same heights, not far from each other: they are of one front. */
function isOneFront({ boxMm: a }: Hatch, { angleDeg, boxMm: b }: HatchFamily): boolean {
  const isUpright = apart(angleDeg, 90) <= SAME_DEG;
  if (!isUpright && apart(angleDeg, 0) > SAME_DEG) return false;
  const ends = isUpright ? [a.y - b.y, a.y + a.height - b.y - b.height] : [a.x - b.x, a.x + a.width - b.x - b.width];
  return ends.every((off) => Math.abs(off) <= SAME_END_MM) && clearBetween(a, b) <= MOST_OF_FRONT_MM;
}
const SAME_END_MM = 0.5;
const MOST_OF_FRONT_MM = 80;

/**
 * In narrow and winding areas the lines of one direction don't lie where those of the other do. What is no hatch by
 * itself is part of one where it has one of its directions at its spacing, and the others lie over it on the same layer.
 */
function withParts(facts: PageFacts, found: readonly Sure<MatchedHatch>[], axes: PageAxes): Sure<MatchedHatch>[] {
  return found.flatMap((each) => {
    if (each.value.entry || each.value.notJudged) return [each];
    const { hatch, scale } = each.value;
    const around = found
      .map(({ value }) => value.hatch)
      .filter((other) => other.layer === hatch.layer && overlap(other.boxMm, hatch.boxMm) !== undefined);
    const families = distinctFamilies(around.flatMap((each) => each.families));
    for (const part of subsetsWith(families, hatch.families)) {
      const value = matched(facts, { ...hatch, families: part }, scale, axes);
      if (value.entry) return [{ ...each, value: { ...value, hatch } }];
      // The part that says more is told.
      if (value.like && !each.value.like) return [];
    }
    return [each];
  });
}

const isSame = (a: HatchFamily, b: HatchFamily): boolean =>
  isBroken(a) === isBroken(b) && apart(a.angleDeg, b.angleDeg) < 1 && Math.abs(a.spacingMm / b.spacingMm - 1) < 0.05;

const distinctFamilies = (families: readonly HatchFamily[]): HatchFamily[] =>
  families.filter((each, i) => families.findIndex((other) => isSame(each, other)) === i);

/** Of more hatches on a page nobody says which belong together. */
const MOST_TOGETHER = 2000;
/** Hatches of the standard have few families: so many others are put together with those that are there. */
const MOST_OTHERS = 3;

/** The own families with one or two others that lie over them. */
function* subsetsWith(all: readonly HatchFamily[], own: readonly HatchFamily[]): Generator<HatchFamily[]> {
  const others = all.filter((each) => !own.some((one) => isSame(one, each))).slice(0, MOST_OTHERS);
  for (const one of others) yield [...own, one];
  for (const [i, one] of others.entries()) for (const two of others.slice(i + 1)) yield [...own, one, two];
}

function matched(
  facts: PageFacts,
  hatch: Hatch,
  scale: number | undefined,
  { ofPage, looked }: PageAxes,
): MatchedHatch {
  const { file } = facts;
  const around = axesAround(facts, hatch, looked);
  const axes = { all: [...ofPage, ...around], isBare: around.length === 0 };
  const [share, angleDeg] = [file.valueOf(SPACING_SHARE), file.valueOf(ANGLE_DEG)];
  let [like, least]: [MatchedHatch["like"], number] = [undefined, Infinity];
  let notJudged = false;
  for (const entry of file.standard.standard.hatches) {
    const perPaper = entry.basis === "paper" ? 1 : scale;
    if (perPaper === undefined) {
      // At some scale it would be this one.
      notJudged ||= timesAsWide(hatch, entry, 1, angleDeg, share, axes) !== undefined;
      continue;
    }
    const fit = timesAsWide(hatch, entry, perPaper, angleDeg, share, axes);
    if (!fit) continue;
    const { times, turnDeg } = fit;
    if (Math.abs(times - 1) <= share) return { hatch, entry, turnDeg, ...(scale === undefined ? {} : { scale }) };
    if (Math.abs(Math.log(times)) > Math.log(MOST_TIMES)) continue;
    const off = Math.abs(Math.log(times)) + (apart(turnDeg, 0) > angleDeg ? TURNED : 0);
    if (off < least) [like, least] = [{ entry, times }, off];
  }
  if (notJudged) return { hatch, notJudged };
  const whole = file.standard.standard.hatches.find((entry) => isPartOf(hatch, entry, angleDeg, share));
  if (whole) return { hatch, entry: whole, ...(scale === undefined ? {} : { scale }) };
  return { hatch, ...(like ? { like } : {}), ...(scale === undefined ? {} : { scale }) };
}

/** A pattern as it stands in the standard is meant rather than one that is turned, if it isn't this much farther off. */
const TURNED = Math.log(2);

/**
 * In a narrow strip the broken rows of a pattern are a few pieces, which look like whole lines, or like nothing. What
 * has the rest of a pattern on paper, or its whole and its broken rows as if they were alike, may well be that pattern.
 */
function isPartOf({ families, boxMm }: Hatch, entry: HatchEntry, angleDeg: number, share: number): boolean {
  const isNarrow = Math.min(boxMm.width, boxMm.height) <= NARROW_MM;
  if (!isNarrow || entry.basis !== "paper" || entry.families.every(({ dashMm }) => dashMm.length === 0)) return false;
  return families.every((found) => {
    const along = entry.families.filter((each) => apart(found.angleDeg, each.angleDeg) <= angleDeg + found.angleOffDeg);
    // Where whole and broken rows are seen side by side, they aren't taken for one.
    const isAlone = families.filter((each) => apart(each.angleDeg, found.angleDeg) <= SAME_DEG).length === 1;
    const isInterleaved = along.length > 1 && isAlone;
    return along.some(({ spacingMm }) =>
      [spacingMm, ...(isInterleaved ? [spacingMm / along.length] : [])].some(
        (each) => (found.isFew && found.spacingMm === 0) || Math.abs(found.spacingMm / each - 1) <= share,
      ),
    );
  });
}
const NARROW_MM = 32;

/** The scale of the drawing that a hatch belongs to. */
function scaleAt(facts: PageFacts, { boxMm: { x, y, width, height } }: Hatch): number | undefined {
  const [cx, cy] = [x + width / 2, y + height / 2];
  const parts = facts.of(DRAWN_PARTS).map(({ value }) => value);
  const part = nearestOf(parts, [cx, cy]);
  return (
    part?.implied?.scale.toNumber() ??
    part?.stated?.scale.toNumber() ??
    facts.of(STATED_SCALE)[0]?.value.scale.toNumber()
  );
}

/** The drawing that a place lies in, or plainly next to: the next one is at least so many times as far off. */
function nearestOf(parts: readonly DrawnPart[], at: PointMm): DrawnPart | undefined {
  const [first, second] = parts
    .map((part) => ({ part, away: distanceToBox(part.boxMm, at) }))
    .sort((a, b) => a.away - b.away);
  return first && (!second || second.away >= PLAINLY * first.away + 1) ? first.part : undefined;
}
const PLAINLY = 2;

/** How many times as wide as an entry's a hatch's families are, where all of them stand in its directions; undefined where they don't. */
function timesAsWide(
  hatch: Hatch,
  entry: HatchEntry,
  perPaper: number,
  angleDeg: number,
  share: number,
  axes: HatchAxes,
): { readonly times: number; readonly turnDeg: number } | undefined {
  const meant = entry.families.map((family) => ({ ...family, paperMm: spacingOf(family) / perPaper }));
  const turns =
    entry.basis === "paper" ? [0] : turnsOf(hatch, entry).filter((turn) => isAlongBuilding(turn, entry, axes));
  for (const turn of turns) {
    const ofFound = hatch.families.map((found) =>
      meant.filter((each) => apart(found.angleDeg, each.angleDeg + turn) <= angleDeg + found.angleOffDeg),
    );
    if (ofFound.some((each) => each.length === 0)) continue;
    // Every direction of the entry has to be there, too, and broken lines beside whole ones.
    const isWhole = meant.every((each) => ofFound.some((own) => own.some((one) => one.angleDeg === each.angleDeg)));
    if (!isWhole) continue;
    // Joints of coursing are pieces of lines, too, each course's beside the next one's.
    const isJoint = (own: readonly (typeof meant)[number][]): boolean => own.some(({ shiftMm }) => shiftMm > 0);
    const kindsFound = kindsOf(
      hatch.families.map((family, i) => {
        const own = ofFound[i] ?? [];
        return [own[0]?.angleDeg ?? 0, isBroken(family) && !isJoint(own)];
      }),
    );
    const kindsMeant = kindsOf(
      meant.map(({ angleDeg: a, dashMm, shiftMm }) => [a, dashMm.length > 0 && shiftMm === 0]),
    );
    if (kindsFound !== kindsMeant) continue;
    const pairs = ofFound.flatMap((own, i) => {
      const { spacingMm = 0, isFew = false } = hatch.families[i] ?? {};
      // One line has no spacing; of a few the least step may be from one course to the next.
      if (isFew && spacingMm === 0) return [];
      return [
        alikeIn(own, hatch.families[i]).flatMap((each) => [
          spacingMm / each.paperMm,
          ...(isFew ? [(spacingMm * perPaper) / each.spacingMm] : []),
        ]),
      ];
    });
    const common = pairs[0]?.find((times) =>
      pairs.every((others) => others.some((other) => sameTimes(times, other, share))),
    );
    if (common !== undefined) return { times: common, turnDeg: turn };
  }
  return undefined;
}

/** Of whole lines and broken ones in one direction each is held against its like. */
function alikeIn<F extends { readonly dashMm: readonly number[] }>(
  own: readonly F[],
  found?: HatchFamily,
): readonly F[] {
  const alike = own.filter(({ dashMm }) => dashMm.length > 0 === (found !== undefined && isBroken(found)));
  return alike.length > 0 ? alike : own;
}

/** How many kinds of lines there are, by direction and whether they are broken. */
const kindsOf = (families: readonly (readonly [angleDeg: number, broken: boolean])[]): number =>
  new Set(families.map(([angleDeg, broken]) => `${Math.round(((angleDeg % 180) + 180) % 180)} ${broken}`)).size;

/** Drawn one by one, the pieces of a broken row lie beside every second one. */
function spacingOf({ spacingMm, shiftMm, dashMm }: HatchEntry["families"][number]): number {
  const period = dashMm.reduce((sum, each) => sum + each, 0);
  return shiftMm > 0 && period > 0 ? spacingMm * Math.max(1, Math.round(period / shiftMm)) : spacingMm;
}

const sameTimes = (a: number, b: number, share: number): boolean => Math.abs(a / b - 1) <= 2 * share;

/** Directions that buildings on a page have, degrees: the sheet's own, and those in which they are dimensioned. */
function axesOf(facts: PageFacts): number[] {
  const along = facts
    .of(DRAWN_PARTS)
    .flatMap(({ value }) => value.dimensions)
    .filter(({ agrees }) => agrees)
    .map(({ dimension: { carrier } }) => (Math.atan2(carrier.along[1], carrier.along[0]) * 180) / Math.PI);
  return [0, ...new Set(along.map((each) => Math.round(each * 2) / 2))];
}

/**
 * Patterns in the building keep to its axes (handbook 3, Settled). Where nothing around says how it is turned, two
 * directions and more may well be along and across it.
 */
const isAlongBuilding = (turn: number, { families }: HatchEntry, { all, isBare }: HatchAxes): boolean =>
  (isBare && families.length > 1) ||
  all.some((axis) => apart(turn, axis) <= ALONG_DEG || apart(turn, axis + 90) <= ALONG_DEG);
const ALONG_DEG = 1.5;

/** Directions of the lines that bound a hatch, degrees: a wing may be turned against all that is dimensioned. */
function axesAround(facts: PageFacts, { boxMm, rows }: Hatch, looked: PageAxes["looked"]): number[] {
  const lines = looked.left > 0 ? facts.of(LINE_WORK)[0]?.value : undefined;
  const near = lines?.near(grown(boxMm, AROUND_MM)) ?? [];
  looked.left -= near.length;
  if (!lines || near.length > MOST_AROUND) return [];
  const own = new Set(rows);
  const least = LEAST_SIDE * Math.min(boxMm.width, boxMm.height);
  const found = near.flatMap((i) => {
    if (own.has(lines.rows[i] ?? 0) || lines.length(i) < least) return [];
    const [[x1, y1], [x2, y2]] = [lines.end(i, 0), lines.end(i, 1)];
    return [Math.round(((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI) * 2) / 2];
  });
  return withoutRoofs([...new Set(found)]);
}

/** Two slopes that mirror each other are a roof's, seen from its end: boards and bricks below it are laid level. */
function withoutRoofs(axes: readonly number[]): number[] {
  const has = (angle: number): boolean => axes.some((axis) => apart(axis, angle) <= ALONG_DEG);
  return axes.filter((axis) => {
    const isSquare = apart(axis, 0) <= ALONG_DEG || apart(axis, 90) <= ALONG_DEG;
    return isSquare || has(axis + 90) || !has(-axis);
  });
}
/** The axes of a page, and how many lines may still be looked at for those around single hatches. */
interface PageAxes {
  readonly ofPage: readonly number[];
  readonly looked: { left: number };
}
/** Those that a hatch may go by, degrees; `isBare` where no line around it says how the building is turned. */
interface HatchAxes {
  readonly all: readonly number[];
  readonly isBare: boolean;
}
const MOST_LOOKED_AT = 1_000_000;
const AROUND_MM = 3;
const LEAST_SIDE = 0.4;
const MOST_AROUND = 4000;

/** What stands in the building is turned with it. */
function turnsOf({ families }: Hatch, entry: HatchEntry): number[] {
  const [found] = families.slice().sort((a, b) => a.angleOffDeg - b.angleOffDeg);
  return found ? entry.families.map(({ angleDeg }) => found.angleDeg - angleDeg) : [];
}
