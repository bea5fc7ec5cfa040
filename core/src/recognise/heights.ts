import type { TextStyleEntry } from "../standard/plain";
import { TEXT_LOOKS, type TextLook } from "./looks";
import type { Parameter } from "./parameter";
import type { FileFacts, PageRecogniser } from "./recogniser";

/** The text styles that lettering can be of by its height. */
export interface JudgedHeight {
  readonly look: TextLook;
  /** None where the height is no style's. */
  readonly styles: readonly TextStyleEntry[];
  readonly nearest: TextStyleEntry | undefined;
  /** The height is estimated: the font does not say how tall its capitals are. */
  readonly supposed: boolean;
}

/** How far off a height may be; two rules go by it. */
export const HEIGHT_OFF: Parameter = {
  rule: "text/height",
  name: "offShare",
  title: "A height may be off by",
  unit: "share",
  usual: 0.04,
  least: 0,
  most: 0.5,
  sentence: "Capitals whose height differs from a text style's by no more than this share are of that style.",
};

const ROUNDING_MM = 1e-6;

/** Whether lettering has the height of a style. Millimetres on paper. */
export const isHeight = (file: FileFacts, measuredMm: number, wantedMm: number): boolean =>
  Math.abs(measuredMm - wantedMm) <= wantedMm * file.valueOf(HEIGHT_OFF) + ROUNDING_MM;

export const JUDGED_HEIGHTS: PageRecogniser<JudgedHeight> = {
  id: "judged-heights",
  on: "page",
  finds: "lettering against the text styles",
  from: "the height of capitals on paper: size × matrix × the height of the font's capitals",
  parameters: [HEIGHT_OFF],
  find: (facts) => {
    const { standard, drawing } = facts.file;
    return facts.of(TEXT_LOOKS).map(({ value: look, evidence }) => {
      const supposed = drawing.fonts[look.font]?.capHeightFrom === "assumed";
      const styles = standard.textStyles.filter((style) => isHeight(facts.file, look.heightMm, style.heightMm));
      return {
        value: { look, styles, nearest: standard.nearestTextStyle(look.heightMm), supposed },
        confidence: supposed ? 0.5 : 1,
        evidence,
      };
    });
  },
};
