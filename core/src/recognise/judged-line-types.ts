import type { Dash } from "../drawing";
import type { HatchEntry, LineTypeEntry } from "../standard/plain";
import { isForHatches } from "./hatches/hatch-layers";
import { hatchRows, SURE_HATCH } from "./hatches/hatches";
import { NAMED_LAYERS } from "./layer-names";
import { isLineType } from "./line-types";
import { dashesIn, type StrokeLook } from "./looks";
import type { Parameter } from "./parameter";
import type { PageFacts, PageRecogniser } from "./recogniser";
import { JUDGED_WIDTHS, type JudgedWidth } from "./widths";

/** How the dashes of a look stand to the line types. */
export interface JudgedLineType {
  readonly look: StrokeLook;
  readonly state: "unknown" | "not-layers" | "right";
  /** The line type that it is drawn in. */
  readonly found?: LineTypeEntry;
  /** The type that the layer asks for. */
  readonly wanted?: LineTypeEntry;
  /** Width that the layer's line type is drawn at: that of the pen to plot with. */
  readonly widthMm: number;
  /** The dashes that keep the line type when the width becomes the pen's; none where they need no change. */
  readonly inStepMm?: Dash;
}

/** How far off a dash may be; two rules go by it. */
export const DASH_OFF: Parameter = {
  rule: "line/type-unknown",
  name: "offShare",
  title: "A dash or gap may be off by",
  unit: "share",
  usual: 0.15,
  least: 0,
  most: 0.5,
  sentence: "Dashes and gaps within this share of a line type's are of that line type.",
};

/**
 * A pattern is measured against the width it is drawn with, and against the pen it should be
 * drawn with: a line in the wrong width has one fault, not two.
 */
export const JUDGED_LINE_TYPES: PageRecogniser<JudgedLineType> = {
  id: "judged-line-types",
  on: "page",
  finds: "dashes against the line types",
  from: "dashes and gaps on paper as multiples of the width, wherever the pattern begins, and the line type of the layer",
  parameters: [DASH_OFF],
  find: (facts) => {
    const hatched = hatchRows(facts, SURE_HATCH);
    return facts
      .of(JUDGED_WIDTHS)
      .map(({ value, confidence, evidence }) => ({ value: judged(facts, value, hatched), confidence, evidence }));
  },
};

function judged({ file }: PageFacts, { look, pen }: JudgedWidth, hatched: ReadonlySet<number>): JudgedLineType {
  const { standard, drawing } = file;
  // A thin area on its own may be a long dash of a row that is too short to be made out.
  if (look.asArea && !look.dashMm) return { look, state: "right", widthMm: look.widthMm };
  // The pieces of broken hatch lines are the hatch's, whatever layer they lie on (hatch/off-layer tells of that).
  const isOfHatch = isForHatches(file, look.layer) || look.rows.every((row) => hatched.has(row));
  if (isOfHatch) return { look, state: "right", widthMm: look.widthMm };
  const share = file.valueOf(DASH_OFF);
  const dash = dashesIn(drawing, look);
  const widthMm = pen?.widthMm ?? look.widthMm;
  const fits = (type: LineTypeEntry, width: number): boolean => isLineType(dash, type, width, look.capped, share);
  const widths = [look.widthMm, widthMm].filter((width) => width > 0);
  const matches = (type: LineTypeEntry): boolean => widths.some((width) => fits(type, width));
  const entry = file.of(NAMED_LAYERS)[look.layer]?.value.entry;
  const wanted = entry?.lineType === undefined ? undefined : standard.lineType(entry.lineType);
  const allowed = [
    ...(wanted ? [wanted] : []),
    ...(entry?.alsoLineTypes ?? []).flatMap((id) => standard.lineType(id) ?? []),
  ];
  const types = standard.standard.lineTypes;
  const drawn = dash.length > 0 && look.widthMm > 0 ? types.find((type) => fits(type, look.widthMm)) : undefined;
  const stays = types.some((type) => fits(type, widthMm));
  const shared = {
    look,
    widthMm,
    ...(wanted ? { wanted } : {}),
    ...(drawn && !stays ? { inStepMm: dashesOf(drawn, widthMm) } : {}),
  };
  if (allowed.some(matches)) return { state: "right", ...shared };
  const found = types.find(matches);
  // In a place too narrow for a hatch to be made out, its broken lines are still its own.
  if (!found && isDashOfHatch(standard.standard.hatches, dash)) return { state: "right", ...shared };
  if (!found) return { state: "unknown", ...shared };
  return { state: wanted ? "not-layers" : "right", found, ...shared };
}

const isDashOfHatch = (hatches: readonly HatchEntry[], dash: Dash): boolean =>
  hatches.some(
    ({ basis, families }) =>
      basis === "paper" &&
      families.some(
        ({ dashMm }) =>
          dashMm.length > 0 &&
          dashMm.length === dash.length &&
          dashMm.every((each, i) => Math.abs(each - (dash[i] ?? 0)) <= SAME_SHARE * each),
      ),
  );
const SAME_SHARE = 0.02;

/** Dashes and gaps of a line type at a width, millimetres. */
export const dashesOf = (type: LineTypeEntry, widthMm: number): Dash => type.pattern.map((each) => each * widthMm);
