import { addTo } from "../../base/grouped";
import { boxOfPoints, contains, distanceToBox, grown, type BoxMm, type PointMm } from "../../drawing";
import { Length, Scale, type Reading } from "../../quantity";
import { middleOf, type TextLine } from "../lettering";
import { risesOf } from "../building/rises";
import { measuredOn, type PageFacts, type PageRecogniser } from "../recogniser";
import { DRAWING_TITLES, type DrawingTitle } from "../drawing-titles";
import { DRAWING_REGIONS, type DrawingRegions } from "../drawing-regions";
import { scaleOfViewport, STATED_SCALE } from "../stated-scale";
import { SCALE_BARS, type ScaleBar } from "../scale-bars";
import { SCALE_NOTES, type ScaleNote } from "../scale-notes";
import type { Dimension } from "./dimension";
import { DIMENSIONS } from "./dimensions";

/** How exactly a drawn length can be told on paper. */
const OFF_MM = 0.15;
/** Ratios of one drawing fall into steps of this share. */
const STEP = Math.log(1.004);
/** So many dimensions have to agree before they imply a scale; of one drawing, and of what is left over on a page. */
const LEAST_AGREEING = 3;
/** What is only made out by crossing lines counts where it agrees; it disagrees only where most of its kind agree. */
const BARE = 0.5;
const LEAST_SHARE_OF_BARE = 0.6;
/** Listed scales this near to an implied one are meant. */
const SAME_SHARE = 0.003;
const MEANT_SHARE = 0.002;
/** Boxes of drawings that are measured from other marks meet so exactly. */
const ROUNDING_MM = 1;
/** A drawing at more than this is none. */
const SCALES = { least: 0.05, most: 100_000 };
/** A note of a scale stands no farther from its drawing. */
const NOTE_REACH_MM = 60;
const FARTHEST_NOTE_MM = 150;
/** In another unit as many dimensions fit, but for a few that are short. */
const SAME_UNIT_SHARE = 0.9;
const OTHER_UNIT_SHARE = 0.6;
/** No slip of the pen makes a figure so many times too large or too small. */
const FAR_OFF = 4;
/** What a bare number may be in, the less likely ones counting less. */
const LESS_LIKELY = 0.5;

/** A dimension of a drawing whose figure has been understood. */
export interface JudgedDimension {
  readonly dimension: Dimension;
  readonly confidence: number;
  /** What is written; none for “equal”. */
  readonly reading?: Reading;
  /** The length on the building at the implied scale, and whether that is what is written. */
  readonly drawnLengthMm?: number;
  readonly agrees?: boolean;
}

/** A drawing on a page, by its dimensions and what is said of its scale. */
export interface DrawnPart {
  readonly boxMm: BoxMm;
  readonly dimensions: readonly JudgedDimension[];
  /** Building length per paper length that its dimensions agree on. */
  readonly implied?: {
    readonly scale: Scale;
    readonly exact: number;
    readonly agree: number;
    readonly of: number;
    /** Rises between its levels and bars with it that agree, where its dimensions are too few to imply a scale alone. */
    readonly rises?: number;
    readonly bars?: number;
  };
  /**
   * The listed scale that its one or two dimensions are drawn at, where they are too few to imply one, and another stands
   * under its own title.
   */
  readonly listed?: Scale;
  /** `line` is the note, where one says it. */
  readonly stated?: {
    readonly scale: Scale;
    readonly by: "file" | "note" | "caller";
    readonly words: string;
    readonly line?: TextLine;
  };
}

export const DRAWN_PARTS: PageRecogniser<DrawnPart> = {
  id: "drawn-parts",
  on: "page",
  finds: "drawings and the scales that their dimensions imply",
  from: "what most dimensions of a part of the page agree on; notes of a scale beside it, and measure dictionaries",
  find: (facts) => partsOf(facts).map((part) => measuredOn(facts.page.index, part)),
};

/** Which drawing of known scale a place belongs to. It is asked for so often that what a part of the page has is kept. */
class KnownParts {
  private readonly known: readonly DrawnPart[];
  private readonly inRegion = new Map<number, readonly DrawnPart[]>();

  constructor(
    parts: readonly DrawnPart[],
    private readonly regions: DrawingRegions | undefined,
  ) {
    this.known = parts.filter(({ implied, stated }) => implied ?? stated);
  }

  at(at: PointMm): DrawnPart | undefined {
    if (this.known.length <= 1) return this.known[0];
    return nearestTo(this.of(this.regions?.of(at) ?? -1), at);
  }

  /** Those that lie in a part of the page; all, where none does. */
  private of(region: number): readonly DrawnPart[] {
    const before = this.inRegion.get(region);
    if (before) return before;
    const home = this.regions?.all[region]?.boxMm;
    const around = home && grown(home, ROUNDING_MM);
    const own = around ? this.known.filter(({ boxMm }) => contains(around, boxMm)) : [];
    const found = own.length > 0 ? own : this.known;
    this.inRegion.set(region, found);
    return found;
  }
}

function nearestTo(parts: readonly DrawnPart[], at: PointMm): DrawnPart | undefined {
  let [nearest, least]: [DrawnPart | undefined, number] = [undefined, Infinity];
  for (const part of parts) {
    const away = distanceToBox(part.boxMm, at);
    if (away < least) [nearest, least] = [part, away];
  }
  return nearest;
}

const KNOWN_PARTS: PageRecogniser<KnownParts> = {
  id: "known-parts",
  on: "page",
  finds: "which drawing of known scale a place belongs to",
  from: "the drawings in its part of the page, the nearest first",
  find: (facts) => {
    const parts = facts.of(DRAWN_PARTS).map(({ value }) => value);
    return [measuredOn(facts.page.index, new KnownParts(parts, facts.of(DRAWING_REGIONS)[0]?.value))];
  },
};

/** The drawing in which a point lies, of those whose scale is known; else the nearest one. */
export const partAt = (facts: PageFacts, at: PointMm): DrawnPart | undefined => facts.of(KNOWN_PARTS)[0]?.value.at(at);

/** A length that is written and drawn; by a dimension, if nothing else is said. */
interface Told {
  readonly by?: "rise" | "bar";
  readonly dimension: Pick<Dimension, "drawnMm"> & { readonly written: { readonly readings: readonly Reading[] } };
  readonly confidence: number;
}

interface Candidate extends Told {
  readonly dimension: Dimension;
}

function partsOf(facts: PageFacts): DrawnPart[] {
  // Pages with neither dimensions nor titles are not parted in vain.
  if (facts.of(DIMENSIONS).length === 0 && !facts.of(DRAWING_TITLES).some(({ value }) => value.note)) return [];
  const regions = facts.of(DRAWING_REGIONS)[0]?.value;
  const groups = new Map<number, Candidate[]>();
  for (const { value: dimension, confidence } of facts.of(DIMENSIONS)) {
    const [a, b] = [dimension.from.atMm, dimension.to.atMm];
    const region = regions?.of([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]) ?? 0;
    const group = groups.get(region);
    if (group) group.push({ dimension, confidence });
    else groups.set(region, [{ dimension, confidence }]);
  }
  for (const [region, group] of groups) groups.set(region, asExactly(group));
  const all = [...groups.values()].flat();
  const ofPage = scalesOf(all);
  const parts: Part[] = [];
  const scalesBy = new Map([...groups].map(([region, group]) => [region, scalesOf(group)] as const));
  // Only drawings with too few dimensions to imply a scale ask for the rises between their levels, and for a bar.
  const isTooFew = [...scalesBy.values()].some((scales) => scales.length === 0);
  const others = isTooFew ? otherLengths(facts, regions, [...groups.keys()]) : new Map<number, Told[]>();
  for (const [region, candidates] of groups) {
    const boxMm = regions?.all[region]?.boxMm ?? boxOf(candidates);
    const scales = scalesBy.get(region) ?? [];
    if (scales.length <= 1) {
      const byOthers = scales.length === 0 ? scaleByOthers(candidates, others.get(region) ?? []) : undefined;
      // A small drawing has too few to agree among themselves; those of the whole page may.
      const scale = scales[0] ?? byOthers?.scale ?? ofPage.find((each) => candidates.some((one) => fits(one, each)));
      const title = regions?.all[region]?.title;
      parts.push({ boxMm, candidates, scale, ...(byOthers ?? {}), ...(title ? { title } : {}) });
      continue;
    }
    for (const { members, scale } of parted(candidates, scales))
      parts.push({ boxMm: boxOf(members), candidates: members, scale });
  }
  parts.push(...undimensioned(regions, groups));
  const said = statedFor(facts, parts);
  return parts.map(({ boxMm, candidates, scale, told = [], title }, i) => {
    const stated = said[i];
    const meant = meantBy([...candidates, ...told], scale, stated?.scale.toNumber());
    const part = withOthers(judged(facts, boxMm, candidates, meant, scale !== undefined), told);
    if (!stated) return part;
    const sure = confirmed(part, stated.scale);
    const isOwnNote = title?.note !== undefined && title.note.line === stated.line;
    const listed = isOwnNote && !sure.implied ? listedScaleOf(facts, candidates) : undefined;
    return { ...sure, stated, ...(listed && !listed.equals(stated.scale) ? { listed } : {}) };
  });
}

/** A drawing with one or two dimensions that are beyond doubt, and exactly at a scale that the office lists. */
function listedScaleOf(facts: PageFacts, candidates: readonly Candidate[]): Scale | undefined {
  const isPlain = ({ dimension, confidence }: Candidate): boolean =>
    confidence >= BEYOND_DOUBT && dimension.drawnMm >= LONG_ENOUGH_MM;
  if (candidates.length === 0 || !candidates.every(isPlain)) return undefined;
  const fitting = facts.file.standard.listed.filter(({ scale }) =>
    candidates.every((each) => fits(each, scale.toNumber())),
  );
  return fitting.length === 1 ? fitting[0]?.scale : undefined;
}
const BEYOND_DOUBT = 0.95;
/** Shorter ones tell one scale from the next too roughly. */
const LONG_ENOUGH_MM = 20;

interface Part {
  readonly boxMm: BoxMm;
  readonly candidates: Candidate[];
  readonly scale: number | undefined;
  /** Rises and bars that agree on it, too. */
  readonly told?: readonly Told[];
  /** The title that stands with it. */
  readonly title?: DrawingTitle;
}

/**
 * The scale that all lengths of a drawing agree on, dimensions, rises and bars alike: few as they are, one that doesn't leaves
 * it open which of them is wrong.
 */
function scaleOfAll(lengths: readonly Told[]): number | undefined {
  const [scale] = scalesOf(lengths);
  return scale !== undefined && lengths.every((each) => fits(each, scale)) ? scale : undefined;
}

/**
 * The scale that the dimensions agree on with the rises and the bars beside them; where these contradict each other, with
 * whichever of them goes with the dimensions: levels of a plan are no rises, and a bar may be another drawing's.
 */
function scaleByOthers(
  candidates: readonly Candidate[],
  others: readonly Told[],
): { readonly scale: number; readonly told: readonly Told[] } | undefined {
  const bars = others.filter(({ by }) => by === "bar");
  const rises = others.filter(({ by }) => by === "rise");
  const scaleWith = (told: readonly Told[]): number | undefined => scaleOfAll([...candidates, ...told]);
  const whole = scaleWith(others);
  if (whole !== undefined) return { scale: whole, told: others };
  const [byBars, byRises] = [bars, rises].map((told) => (told.length > 0 ? scaleWith(told) : undefined));
  if (byBars !== undefined && byRises === undefined) return { scale: byBars, told: bars };
  return byRises !== undefined && byBars === undefined ? { scale: byRises, told: rises } : undefined;
}

function withOthers(part: Omit<DrawnPart, "stated">, told: readonly Told[]): Omit<DrawnPart, "stated"> {
  if (!part.implied || told.length === 0) return part;
  const [rises, bars] = [told.filter(({ by }) => by === "rise").length, told.filter(({ by }) => by === "bar").length];
  return { ...part, implied: { ...part.implied, rises, bars: bars / BAR_COUNTS_FOR } };
}

/** A bar has several marks with a figure at each, in the right proportions: it counts for so many lengths. */
export const BAR_COUNTS_FOR = 2;

/** Written and drawn lengths other than dimensions, by the region that they stand in. */
function otherLengths(
  facts: PageFacts,
  regions: DrawingRegions | undefined,
  dimensioned: readonly number[],
): Map<number, Told[]> {
  const found = new Map<number, Told[]>();
  for (const [region, rises] of risesOf(facts, regions))
    for (const dimension of rises) addTo(found, region, { by: "rise", dimension, confidence: 1 });
  for (const { value: bar } of facts.of(SCALE_BARS)) {
    const region = regionOfBar(bar, regions, dimensioned);
    if (region === undefined) continue;
    const length = Length.of(Number((bar.lengthMm * bar.buildingPerPaper).toFixed(3)), "mm");
    const dimension = {
      drawnMm: bar.lengthMm,
      written: { readings: [{ unit: "mm" as const, length, halfLastMm: 0 }] },
    };
    for (let i = 0; i < BAR_COUNTS_FOR; i++) addTo(found, region, { by: "bar", dimension, confidence: 1 });
  }
  return found;
}

/** The drawing that a bar stands with: that of its part of the page, or the one that is plainly nearest, as titles are. */
function regionOfBar(
  { fromMm, toMm }: ScaleBar,
  regions: DrawingRegions | undefined,
  dimensioned: readonly number[],
): number | undefined {
  const at: PointMm = [(fromMm[0] + toMm[0]) / 2, (fromMm[1] + toMm[1]) / 2];
  const own = regions?.of(at) ?? 0;
  if (dimensioned.includes(own)) return own;
  const [first, second] = dimensioned
    .flatMap((region) => {
      const box = regions?.all[region]?.boxMm;
      return box ? [{ region, away: distanceToBox(box, at) }] : [];
    })
    .sort((a, b) => a.away - b.away);
  const isPlain = first && first.away <= NOTE_REACH_MM && (!second || second.away >= PLAINLY * first.away);
  return isPlain ? first.region : undefined;
}
const PLAINLY = 2;

/** A drawing too small for its dimensions to imply a scale: all of them say the one that stands under its title. */
function confirmed(part: Omit<DrawnPart, "stated">, stated: Scale): Omit<DrawnPart, "stated"> {
  const written = part.dimensions.filter(({ reading }) => reading);
  if (part.implied || written.length === 0 || !written.every(({ agrees }) => agrees)) return part;
  return {
    ...part,
    implied: { scale: stated, exact: stated.toNumber(), agree: written.length, of: written.length },
  };
}

/** Drawings that nobody dimensioned: a title with its scale stands with them. */
function undimensioned(regions: DrawingRegions | undefined, groups: ReadonlyMap<number, unknown>): Part[] {
  const all = regions?.all ?? [];
  // Where a dimensioned drawing has no title by it, one that stands apart may be its own.
  if ([...groups.keys()].some((region) => !all[region]?.title)) return [];
  return all.flatMap(({ boxMm, title }, region) =>
    title && !groups.has(region) && Math.min(boxMm.width, boxMm.height) >= LEAST_DRAWING_MM
      ? [{ boxMm, candidates: [], scale: undefined }]
      : [],
  );
}
const LEAST_DRAWING_MM = 25;

/** Where a drawing writes eighths of an inch somewhere, its whole inches are meant to an eighth, too. */
function asExactly(candidates: readonly Candidate[]): Candidate[] {
  const isInches = ({ written: { form } }: Dimension): boolean => form.system !== "decimal";
  const places = candidates.flatMap(({ dimension }) =>
    isInches(dimension) ? dimension.written.readings.map(({ halfLastMm }) => halfLastMm) : [],
  );
  const finest = Math.min(...places);
  return candidates.map((each) => {
    const { dimension } = each;
    if (!isInches(dimension)) return each;
    const readings = dimension.written.readings.map((reading) => ({ ...reading, halfLastMm: finest }));
    return { ...each, dimension: { ...dimension, written: { ...dimension.written, readings } } };
  });
}

/** Figures without a unit fit two scales, in one unit and in another; the one that is stated is meant. */
function meantBy(
  candidates: readonly Told[],
  implied: number | undefined,
  stated: number | undefined,
): number | undefined {
  if (stated === undefined) return implied;
  const count = (scale: number): number => candidates.filter((each) => fits(each, scale)).length;
  // Too few to imply a scale may still be judged by the one that is stated.
  if (implied === undefined) return 2 * count(stated) >= candidates.length ? stated : undefined;
  const least = isUnitApart(implied, stated) ? OTHER_UNIT_SHARE : SAME_UNIT_SHARE;
  return count(stated) >= least * count(implied) ? refined(candidates, stated) : implied;
}

/** Millimetres in the units that bare figures are in. */
const UNITS_MM = [1, 10, 25.4, 304.8, 1000];

const isUnitApart = (a: number, b: number): boolean =>
  UNITS_MM.some((one) => UNITS_MM.some((other) => one !== other && Math.abs((a / b / one) * other - 1) < SAME_SHARE));

/** Scales that at least three dimensions agree on, those of most first; each dimension counts for one of them. */
function scalesOf(candidates: readonly Told[]): number[] {
  const scales: number[] = [];
  let left = candidates.filter(({ dimension }) => dimension.written.readings.length > 0);
  while (left.length >= LEAST_AGREEING) {
    const best = bestScale(left);
    if (best === undefined) break;
    const rest = left.filter((each) => !fits(each, best));
    if (left.length - rest.length < LEAST_AGREEING) break;
    left = rest;
    // The same scale in another unit is not another drawing's.
    if (!scales.some((known) => isUnitApart(known, best))) scales.push(best);
  }
  return scales;
}

/** The scale that weighs most, refined by the dimensions that agree on it. */
function bestScale(candidates: readonly Told[]): number | undefined {
  const votes = new Map<number, number>();
  for (const { dimension, confidence } of candidates) {
    let weight = confidence;
    for (const reading of dimension.written.readings) {
      const ratio = reading.length.toNumber() / dimension.drawnMm;
      if (ratio >= SCALES.least && ratio <= SCALES.most) {
        const bin = Math.round(Math.log(ratio) / STEP);
        votes.set(bin, (votes.get(bin) ?? 0) + weight);
      }
      weight *= LESS_LIKELY;
    }
  }
  const weightOf = (bin: number): number =>
    (votes.get(bin - 1) ?? 0) + (votes.get(bin) ?? 0) + (votes.get(bin + 1) ?? 0);
  let [best, most] = [Number.NaN, 0];
  for (const bin of votes.keys()) {
    const weight = weightOf(bin);
    if (weight > most) [best, most] = [bin, weight];
  }
  return Number.isNaN(best) ? undefined : refined(candidates, Math.exp(best * STEP));
}

/** Long dimensions tell a scale more exactly than short ones. */
function refined(candidates: readonly Told[], about: number): number {
  let scale = about;
  for (const share of [2 * STEP, STEP]) {
    let [written, drawn] = [0, 0];
    for (const { dimension } of candidates) {
      const reading = nearestReading(dimension, scale);
      if (!reading) continue;
      const length = reading.length.toNumber();
      if (Math.abs(Math.log(length / dimension.drawnMm / scale)) > share) continue;
      written += length;
      drawn += dimension.drawnMm;
    }
    if (drawn > 0) scale = written / drawn;
  }
  return scale;
}

function nearestReading({ written, drawnMm }: Told["dimension"], scale: number): Reading | undefined {
  const off = ({ length }: Reading): number => Math.abs(Math.log(length.toNumber() / drawnMm / scale));
  return written.readings.filter(({ length }) => length.compare(Length.zero) > 0).sort((a, b) => off(a) - off(b))[0];
}

/** Whether what is written is what is drawn at a scale, as exactly as can be told. */
function fits({ dimension }: Told, scale: number): boolean {
  const reading = nearestReading(dimension, scale);
  if (!reading) return false;
  return Math.abs(reading.length.toNumber() - dimension.drawnMm * scale) <= OFF_MM * scale + reading.halfLastMm;
}

/** Parts one group into drawings of several scales; what agrees with none goes to the one that it stands in or next to. */
function parted(
  candidates: readonly Candidate[],
  scales: readonly number[],
): { members: Candidate[]; scale: number }[] {
  const parts = scales.map((scale) => ({ scale, members: [] as Candidate[] }));
  const outliers: Candidate[] = [];
  for (const each of candidates) {
    const part = parts.find(({ scale }) => fits(each, scale));
    if (part) part.members.push(each);
    else outliers.push(each);
  }
  const boxes = parts.map(({ members }) => boxOf(members));
  // Some that lie amid a drawing of many more have one mistake in common, and are no drawing of their own.
  const kept = parts.filter(({ members }, i) => {
    const within = boxes.findIndex(
      (box, k) => k !== i && (parts[k]?.members.length ?? 0) >= 3 * members.length && isWithin(box, boxes[i]),
    );
    if (within >= 0) outliers.push(...members);
    return within < 0;
  });
  const keptBoxes = kept.map(({ members }) => boxOf(members));
  for (const each of outliers) {
    const at = middleOf(each.dimension.figure);
    const away = keptBoxes.map((box) => distanceToBox(box, at));
    kept[away.indexOf(Math.min(...away))]?.members.push(each);
  }
  return kept;
}

function judged(
  facts: PageFacts,
  boxMm: BoxMm,
  candidates: readonly Candidate[],
  exact: number | undefined,
  isOfPage: boolean,
): Omit<DrawnPart, "stated"> {
  if (exact === undefined) {
    const sure = candidates.filter(({ confidence }) => confidence > BARE);
    return { boxMm, dimensions: sure.map((each) => ({ ...each, ...firstReading(each) })) };
  }
  // A scale that people draw at is meant exactly; one that is none of them is what it measures.
  const near = snapped(facts, exact).toNumber();
  const meant = Math.abs(near / exact - 1) <= MEANT_SHARE ? near : exact;
  return judgedAt(facts, boxMm, candidates, meant, isOfPage);
}

function judgedAt(
  facts: PageFacts,
  boxMm: BoxMm,
  candidates: readonly Candidate[],
  exact: number,
  isOfPage: boolean,
): Omit<DrawnPart, "stated"> {
  const bare = candidates.filter(({ confidence }) => confidence <= BARE);
  const bareAgree = bare.filter((each) => fits(each, exact)).length;
  const bareCounts = bareAgree >= LEAST_AGREEING && bareAgree >= LEAST_SHARE_OF_BARE * bare.length;
  const fitting = candidates.filter((each) => fits(each, exact));
  const inRows = linesOf(fitting);
  const units = new Set(fitting.map(({ dimension }) => nearestReading(dimension, exact)?.unit));
  const dimensions = candidates.flatMap((each): JudgedDimension[] => {
    const { dimension, confidence } = each;
    const agrees = fits(each, exact);
    // A figure that is wrong is in the unit of those that are right, whichever it comes nearest to.
    const reading =
      (agrees ? undefined : nearestReading(inUnits(dimension, units), exact)) ?? nearestReading(dimension, exact);
    const drawnLengthMm = dimension.drawnMm * exact;
    if (!reading) return [{ dimension, confidence, drawnLengthMm }];
    if (!agrees && confidence <= BARE && !(bareCounts && confidence === BARE && sharesLine(each, inRows))) return [];
    if (!agrees && isNumberOnly(dimension, reading, drawnLengthMm)) return [];
    return [{ dimension, confidence: agrees ? Math.max(0.9, confidence) : confidence, reading, drawnLengthMm, agrees }];
  });
  const written = dimensions.filter(({ reading }) => reading);
  const agree = written.filter(({ agrees }) => agrees).length;
  if (agree < LEAST_AGREEING && !isOfPage) return { boxMm, dimensions };
  return { boxMm, dimensions, implied: { scale: snapped(facts, exact), exact, agree, of: written.length } };
}

const inUnits = (
  { drawnMm, written }: Dimension,
  units: ReadonlySet<Reading["unit"] | undefined>,
): Told["dimension"] => ({ drawnMm, written: { readings: written.readings.filter(({ unit }) => units.has(unit)) } });

const sharesLine = (candidate: Candidate, rows: readonly number[]): boolean =>
  linesOf([candidate]).some((row) => rows.includes(row));

/** Rows of the extension lines of dimensions. */
const linesOf = (candidates: readonly Candidate[]): number[] =>
  candidates.flatMap(({ dimension: { from, to } }) => [from, to].flatMap(({ crossing }) => crossing?.row ?? []));

/** A number of one or two digits that is many times off is a number of something. */
const isNumberOnly = ({ written: { figure } }: Dimension, { length }: Reading, drawnMm: number): boolean =>
  /^\d{1,2}$/.test(figure) && Math.abs(Math.log(length.toNumber() / drawnMm)) > Math.log(FAR_OFF);

const firstReading = ({ dimension }: Candidate): { reading?: Reading } => {
  const [reading] = dimension.written.readings;
  return reading ? { reading } : {};
};

/** Scales in common use, where the standard lists none that is near. */
const COMMON = [
  1, 2, 5, 10, 12, 16, 20, 24, 25, 30, 32, 40, 48, 50, 60, 64, 75, 96, 100, 120, 125, 128, 192, 200, 240, 250, 300, 360,
  400, 480, 500, 600, 720, 1000, 1200, 1250, 2000, 2500, 5000,
];

function snapped(facts: PageFacts, exact: number): Scale {
  const listed = facts.file.standard.listed.map(({ scale }) => scale);
  const near = [...listed, ...COMMON.map((each) => Scale.of(each))].filter(
    (scale) => Math.abs(scale.toNumber() / exact - 1) <= SAME_SHARE,
  );
  const off = (scale: Scale): number => Math.abs(scale.toNumber() - exact);
  return near.sort((a, b) => off(a) - off(b))[0] ?? Scale.of(Number(exact.toPrecision(4)));
}

/** What is said of the scale of each drawing: by the caller, by the file, or by a note beside it. */
function statedFor(
  facts: PageFacts,
  parts: readonly { readonly boxMm: BoxMm; readonly scale: number | undefined }[],
): DrawnPart["stated"][] {
  const { scale: givenScale } = facts.file.given;
  if (givenScale) return parts.map(() => ({ scale: givenScale, by: "caller", words: "" }));
  const found = facts.of(SCALE_NOTES);
  const notes = found.map(({ value }) => value);
  const said = parts.map(({ boxMm }): DrawnPart["stated"] => byFile(facts, boxMm));
  const taken = new Set<number>();
  // A ratio amid a drawing may be a slope: what the dimensions agree with goes first, then what calls itself a scale.
  const unlikely = (scale: number | undefined, n: number): number => {
    const noted = notes[n]?.scale.toNumber() ?? 0;
    const agrees = scale !== undefined && (Math.abs(noted / scale - 1) <= SAME_SHARE || isUnitApart(noted, scale));
    return agrees ? 0 : (found[n]?.confidence ?? 0) === 1 ? 1 : 2;
  };
  // Then the nearest pairs of drawing and note, each note for one drawing.
  const pairs = parts
    .flatMap(({ boxMm, scale }, p) =>
      notes.map(({ line }, n) => ({
        p,
        n,
        away: distanceToBox(boxMm, middleOf(line)),
        unlikely: unlikely(scale, n),
      })),
    )
    // What the dimensions agree with may stand farther off: there is room for titles below the last row.
    .filter(({ away, unlikely: off }) => away <= (off === 0 ? FARTHEST_NOTE_MM : NOTE_REACH_MM))
    .sort((a, b) => a.unlikely - b.unlikely || a.away - b.away);
  for (const { p, n } of pairs) {
    const note = notes[n];
    if (said[p] || taken.has(n) || !note) continue;
    taken.add(n);
    said[p] = saidBy(note);
  }
  // One note in the title block holds for what has none of its own.
  const [first, ...others] = notes.filter((_, n) => !taken.has(n));
  const common = first && others.every(({ scale }) => scale.equals(first.scale)) ? first : undefined;
  if (!common) return said;
  return said.map((each) => each ?? saidBy(common));
}

const saidBy = ({ scale, words, line }: ScaleNote): DrawnPart["stated"] => ({ scale, by: "note", words, line });

/** What the file states for the part of the page that most of a drawing lies in. */
function byFile(facts: PageFacts, box: BoxMm): DrawnPart["stated"] {
  const middle = [box.x + box.width / 2, box.y + box.height / 2] as const;
  const viewport = facts.page.viewports
    .filter(({ boxMm }) => distanceToBox(boxMm, middle) === 0)
    .sort((a, b) => a.boxMm.width * a.boxMm.height - b.boxMm.width * b.boxMm.height)[0];
  const whole = facts.of(STATED_SCALE)[0]?.value;
  if (viewport) return { scale: scaleOfViewport(viewport), by: "file", words: viewport.ratio };
  return whole && facts.page.viewports.length === 1 ? { scale: whole.scale, by: "file", words: "" } : undefined;
}

const boxOf = (candidates: readonly Candidate[]): BoxMm =>
  boxOfPoints(
    candidates.flatMap(({ dimension }) => [dimension.from.atMm, dimension.to.atMm, middleOf(dimension.figure)]),
  );

const isWithin = (outer: BoxMm, inner: BoxMm | undefined): boolean =>
  inner !== undefined && contains(grown(outer, ROUNDING_MM), inner);
