import type { TextStyleEntry } from "../../standard";
import type { JudgeContext } from "../rule";

/** Whether lettering has the height of a style, within the standard's tolerance. Millimetres on paper. */
export const isHeight = (context: JudgeContext, measuredMm: number, wantedMm: number): boolean =>
  Math.abs(measuredMm - wantedMm) <= wantedMm * context.standard.standard.tolerances.heightShare + 1e-6;

/** The text styles that lettering of a height can be of; none where the height is no style's. */
export const stylesOfHeight = (context: JudgeContext, heightMm: number): readonly TextStyleEntry[] =>
  context.standard.textStyles.filter((style) => isHeight(context, heightMm, style.heightMm));
