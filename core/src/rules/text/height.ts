import { formatScale, parseScale, Scale } from "../../quantity";
import type { TextLook } from "../../recognise/looks";
import { counted, mm, type JudgeContext, type PageFacts, type Rule } from "../rule";
import { isHeight } from "./styles-of-height";

export const height: Rule = {
  meta: { id: "text/height", severity: "mend", title: "The height on paper is no text style's.", mends: "set-height" },
  judge(context) {
    if (context.standard.textStyles.length === 0) return context.notJudged("The standard has no text styles.");
    for (const facts of context.pages) for (const look of facts.texts) judgeLook(context, facts, look);
  },
};

function judgeLook(context: JudgeContext, facts: PageFacts, look: TextLook): void {
  const nearest = context.standard.nearestTextStyle(look.heightMm);
  if (!nearest || isHeight(context, look.heightMm, nearest.heightMm)) return;
  const supposed = context.drawing.fonts[look.font]?.capHeightFrom === "assumed";
  context.report({
    page: facts.page.index,
    layer: look.layer,
    marks: { of: "texts", rows: look.rows },
    message: (count) =>
      `${counted(count, "string")} ${count === 1 ? "is" : "are"} ${mm(look.heightMm)} high on paper, which is no text style; the nearest is ${mm(nearest.heightMm)}.${rightScale(context, facts, look)}${supposed ? " The font does not say how tall its capitals are; the height is estimated." : ""}`,
    measured: Number(look.heightMm.toFixed(2)),
    expected: nearest.heightMm,
    unit: "mm",
    mend: { kind: "set-height", heightMm: nearest.heightMm },
  });
}

/** Drawings are seldom reused at more than this many times their scale. */
const FAR_SCALE = 4;

/** Lettering made for another scale is right there: 1.25 mm at 1:100 is 2.5 mm at 1:50. */
function rightScale(context: JudgeContext, { stated }: PageFacts, look: TextLook): string {
  if (!stated) return "";
  const { units, scales } = context.standard.standard;
  for (const { scale: written } of scales) {
    const scale = parseScale(written);
    if (!scale.ok) continue;
    const larger = stated.toNumber() / scale.value.toNumber();
    if (larger > FAR_SCALE || larger < 1 / FAR_SCALE || Math.abs(larger - 1) < 0.1) continue;
    const there = look.heightMm * larger;
    if (context.standard.textStyles.some((style) => isHeight(context, there, style.heightMm)))
      return ` It would be ${mm(Number(there.toFixed(1)))} at ${formatScale(Scale.of(scale.value.buildingPerPaper), units)}.`;
  }
  return "";
}
