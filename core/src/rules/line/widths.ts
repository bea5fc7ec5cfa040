import type { PenEntry } from "../../standard";
import type { StrokeLook } from "../../recognise/looks";
import { layerName, type JudgeContext } from "../rule";

/** How the width of a look stands to the pens. Each look has one state, so that one fault is one finding. */
export interface JudgedWidth {
  readonly state: "hairline" | "off-series" | "not-pen" | "right";
  /** The pen to plot with: the layer's, else the nearest of the series. */
  readonly pen: PenEntry | undefined;
  /** Whether `pen` is the layer's own. */
  readonly ofLayer: boolean;
}

export function judgeWidth(context: JudgeContext, look: StrokeLook): JudgedWidth {
  const { standard } = context;
  const tolerance = standard.standard.tolerances.widthMm;
  const own = standard.penOf(context.entryOf(look.layer));
  const thinnest = standard.pens[0];
  const near = standard.nearestPen(look.widthMm);
  const pen = own ?? near;
  const ofLayer = own !== undefined;
  if (!thinnest || !near) return { state: "right", pen, ofLayer };
  const isPen = (each: PenEntry): boolean => Math.abs(each.widthMm - look.widthMm) <= tolerance + 1e-6;
  if (look.widthMm < thinnest.widthMm - tolerance - 1e-6) return { state: "hairline", pen: own ?? thinnest, ofLayer };
  if (!standard.pens.some(isPen)) return { state: "off-series", pen, ofLayer };
  return { state: own && !isPen(own) ? "not-pen" : "right", pen, ofLayer };
}

export const penWords = (context: JudgeContext, look: StrokeLook, { pen, ofLayer }: JudgedWidth): string =>
  ofLayer
    ? `${layerName(context, look.layer)} plots in the ${pen?.widthMm} mm pen`
    : `the nearest pen is ${pen?.widthMm} mm`;
