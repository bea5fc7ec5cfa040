import type { PenEntry } from "../standard/plain";
import { MEANT_NAMES, NAMED_LAYERS } from "./layer-names";
import { STROKE_LOOKS, type StrokeLook } from "./looks";
import type { Parameter } from "./parameter";
import type { FileFacts, PageRecogniser } from "./recogniser";
import { THIN_AREAS } from "./thin-areas";

/** How the width of a look stands to the pens. Each look has one state, so that one fault is one finding. */
export interface JudgedWidth {
  readonly look: StrokeLook;
  readonly state: "hairline" | "off-series" | "not-pen" | "right";
  /** The pen to plot with: the layer's, else the nearest of the series; none where the standard has no pens. */
  readonly pen: PenEntry | undefined;
  /** Whether `pen` is the layer's own. */
  readonly ofLayer: boolean;
  /** The registered layer that `pen` is of, where the layer's name was surely meant for that one. */
  readonly ofMeant?: string;
}

/** How far off a width may be; three rules go by it, so that a look has one state for all of them. */
export const WIDTH_OFF: Parameter = {
  rule: "line/width-off-series",
  name: "offMm",
  title: "A width may be off by",
  unit: "mm on paper",
  usual: 0.01,
  least: 0,
  most: 1,
  sentence: "A line whose width differs from a pen's by no more than this is drawn with that pen.",
};

export const JUDGED_WIDTHS: PageRecogniser<JudgedWidth> = {
  id: "judged-widths",
  on: "page",
  finds: "line widths against the pens",
  from: "the width on paper of lines that plot alike, the pens, and the pen of their layer in the drawing kind",
  parameters: [WIDTH_OFF],
  find: (facts) => {
    const { file } = facts;
    const entries = file.of(NAMED_LAYERS);
    const meant = new Map(file.of(MEANT_NAMES).map(({ value: { layer, sure } }) => [layer, sure?.name]));
    return [...facts.of(STROKE_LOOKS), ...facts.of(THIN_AREAS)].map(({ value: look, confidence, evidence }) => ({
      value: {
        look,
        ...judged(file, look, file.standard.penOf(entries[look.layer]?.value.entry), meant.get(look.layer)),
      },
      confidence,
      evidence,
    }));
  },
};

/** Two widths that differ by rounding alone are one. Millimetres. */
const ROUNDING_MM = 1e-6;

function judged(
  file: FileFacts,
  { widthMm, roughMm = 0 }: StrokeLook,
  own: PenEntry | undefined,
  meant: string | undefined,
): Omit<JudgedWidth, "look"> {
  const { standard } = file;
  const offMm = file.valueOf(WIDTH_OFF) + ROUNDING_MM + roughMm;
  const thinnest = standard.pens[0];
  const near = standard.nearestPen(widthMm);
  // A wrong width is mended once, and the layer's name as well: by the pen of the layer that is meant.
  const ofMeant = own || meant === undefined ? undefined : standard.penOf(standard.layer(meant));
  const pen = own ?? ofMeant ?? near;
  const ofLayer = own !== undefined;
  const other = ofMeant && meant !== undefined ? { ofMeant: meant } : {};
  if (!thinnest || !near) return { state: "right", pen, ofLayer };
  const isPen = (each: PenEntry): boolean => Math.abs(each.widthMm - widthMm) <= offMm;
  if (widthMm < thinnest.widthMm - offMm)
    return { state: "hairline", pen: own ?? ofMeant ?? thinnest, ofLayer, ...other };
  if (!standard.pens.some(isPen)) return { state: "off-series", pen, ofLayer, ...other };
  return { state: own && !isPen(own) ? "not-pen" : "right", pen, ofLayer };
}
