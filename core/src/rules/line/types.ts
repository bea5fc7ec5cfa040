import { isLineType } from "../../recognise/line-types";
import type { StrokeLook } from "../../recognise/looks";
import type { LineTypeEntry } from "../../standard";
import { mm, type JudgeContext, type Mend } from "../rule";
import { judgeWidth } from "./widths";

/** How a look's dashes stand to the line types. */
export interface JudgedType {
  readonly state: "unknown" | "not-layers" | "right";
  readonly found?: LineTypeEntry;
  /** The type that the layer asks for. */
  readonly wanted?: LineTypeEntry;
  /** Width that the layer's line type is drawn at. */
  readonly widthMm: number;
}

/**
 * A pattern is measured against the width it is drawn with, and against the pen it should be
 * drawn with: a line in the wrong width has one fault, not two.
 */
export function judgeType(context: JudgeContext, look: StrokeLook): JudgedType {
  const { standard, tolerances } = { standard: context.standard, tolerances: context.standard.standard.tolerances };
  const dash = context.drawing.dashes[look.dash] ?? [];
  const penWidth = judgeWidth(context, look).pen?.widthMm ?? look.widthMm;
  const widths = [look.widthMm, penWidth].filter((width) => width > 0);
  const matches = (type: LineTypeEntry): boolean =>
    widths.some((width) => isLineType(dash, type, width, look.capped, tolerances.dashShare));
  const entry = context.entryOf(look.layer);
  const wanted = entry?.lineType === undefined ? undefined : standard.lineType(entry.lineType);
  const allowed = [
    ...(wanted ? [wanted] : []),
    ...(entry?.alsoLineTypes ?? []).flatMap((id) => standard.lineType(id) ?? []),
  ];
  const shared = { ...(wanted ? { wanted } : {}), widthMm: penWidth };
  if (allowed.some(matches)) return { state: "right", ...shared };
  const found = standard.standard.lineTypes.find(matches);
  if (!found) return { state: "unknown", ...shared };
  return { state: wanted ? "not-layers" : "right", found, ...shared };
}

/** `3 1 mm`: dashes and gaps in turn. */
export const dashWords = (dashMm: readonly number[]): string =>
  dashMm.length === 0 ? "continuous" : `${dashMm.map((each) => Number(each.toFixed(2))).join(" – ")} mm`;

export function typeMend({ wanted, widthMm }: JudgedType): Mend | undefined {
  return wanted && { kind: "set-line-type", lineType: wanted.id, dashMm: wanted.pattern.map((each) => each * widthMm) };
}

export const atWidth = (judged: JudgedType): string => `at ${mm(judged.widthMm)}`;
