import type { HatchEntry } from "../../standard/plain";
import { DRAWN_PARTS } from "../dimensions/drawings";
import type { Parameter } from "../parameter";
import type { PageFacts, PageRecogniser, Sure } from "../recogniser";
import { STATED_SCALE } from "../stated-scale";
import { apart } from "./families";
import { HATCHES, SURE_HATCH, type Hatch } from "./hatches";

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
}

export const MATCHED_HATCHES: PageRecogniser<MatchedHatch> = {
  id: "matched-hatches",
  on: "page",
  finds: "hatches against those of the standard",
  from: "the angles of their lines and the spacing between them, on paper or in the building",
  parameters: [SPACING_SHARE, ANGLE_DEG],
  find: (facts) =>
    facts.of(HATCHES).flatMap((sure): Sure<MatchedHatch>[] => {
      const confidence = isForHatches(facts, sure.value) ? Math.max(sure.confidence, SURE_HATCH) : sure.confidence;
      return confidence < SURE_HATCH ? [] : [{ ...sure, confidence, value: matched(facts, sure.value) }];
    }),
};

/** What stands on a layer that is for hatches is a hatch, even if treads and tables look alike. */
function isForHatches({ file }: PageFacts, { layer }: Hatch): boolean {
  const entry = file.standard.layer(file.layerName(layer));
  return entry?.role === "hatches" || (entry?.marks?.includes("hatches") === true && !entry.marks.includes("lines"));
}

function matched(facts: PageFacts, hatch: Hatch): MatchedHatch {
  const scale = scaleAt(facts, hatch);
  const { file } = facts;
  const [share, angleDeg] = [file.valueOf(SPACING_SHARE), file.valueOf(ANGLE_DEG)];
  let like: MatchedHatch["like"];
  for (const entry of file.standard.standard.hatches) {
    const perPaper = entry.basis === "paper" ? 1 : scale;
    if (perPaper === undefined) continue;
    const fit = timesAsWide(hatch, entry, perPaper, angleDeg, share);
    if (!fit) continue;
    const { times, turnDeg } = fit;
    if (Math.abs(times - 1) <= share) return { hatch, entry, turnDeg, ...(scale === undefined ? {} : { scale }) };
    if (Math.abs(Math.log(times)) > Math.log(MOST_TIMES)) continue;
    if (!like || Math.abs(Math.log(times)) < Math.abs(Math.log(like.times))) like = { entry, times };
  }
  return { hatch, ...(like ? { like } : {}), ...(scale === undefined ? {} : { scale }) };
}

/** The scale of the drawing that a hatch belongs to. */
function scaleAt(facts: PageFacts, { boxMm: { x, y, width, height } }: Hatch): number | undefined {
  const [cx, cy] = [x + width / 2, y + height / 2];
  const parts = facts.of(DRAWN_PARTS).map(({ value }) => value);
  const home = parts.find(({ boxMm: b }) => cx >= b.x && cx <= b.x + b.width && cy >= b.y && cy <= b.y + b.height);
  const part = home ?? (parts.length === 1 ? parts[0] : undefined);
  return (
    part?.implied?.scale.toNumber() ??
    part?.stated?.scale.toNumber() ??
    facts.of(STATED_SCALE)[0]?.value.scale.toNumber()
  );
}

/** How many times as wide as an entry's a hatch's families are, where all of them stand in its directions; undefined where they don't. */
function timesAsWide(
  hatch: Hatch,
  entry: HatchEntry,
  perPaper: number,
  angleDeg: number,
  share: number,
): { readonly times: number; readonly turnDeg: number } | undefined {
  const meant = entry.families.map((family) => ({ ...family, paperMm: spacingOf(family) / perPaper }));
  const turns = entry.basis === "paper" ? [0] : turnsOf(hatch, entry);
  for (const turn of turns) {
    const ofFound = hatch.families.map((found) =>
      meant.filter((each) => apart(found.angleDeg, each.angleDeg + turn) <= angleDeg + found.angleOffDeg),
    );
    if (ofFound.some((each) => each.length === 0)) continue;
    // Every direction of the entry has to be there, too, and broken lines beside whole ones.
    const isWhole = meant.every((each) => ofFound.some((own) => own.some((one) => one.angleDeg === each.angleDeg)));
    const kindsFound = kindsOf(hatch.families.map(({ dash }, i) => [ofFound[i]?.[0]?.angleDeg ?? 0, dash.length > 0]));
    const kindsMeant = kindsOf(
      meant.map(({ angleDeg: a, dashMm, shiftMm }) => [a, dashMm.length > 0 && shiftMm === 0]),
    );
    if (!isWhole || kindsFound !== kindsMeant) continue;
    const pairs = ofFound.map((own, i) => own.map(({ paperMm }) => (hatch.families[i]?.spacingMm ?? 0) / paperMm));
    const common = pairs[0]?.find((times) =>
      pairs.every((others) => others.some((other) => sameTimes(times, other, share))),
    );
    if (common !== undefined) return { times: common, turnDeg: turn };
  }
  return undefined;
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

/** What stands in the building is turned with it. */
function turnsOf({ families }: Hatch, entry: HatchEntry): number[] {
  const [found] = families.slice().sort((a, b) => a.angleOffDeg - b.angleOffDeg);
  return found ? entry.families.map(({ angleDeg }) => found.angleDeg - angleDeg) : [];
}
