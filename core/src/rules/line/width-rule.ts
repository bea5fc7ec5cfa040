import type { StrokeLook } from "../../recognise/looks";
import type { JudgeContext, Rule, RuleMeta } from "../rule";
import { judgeWidth, type JudgedWidth } from "./widths";

/** A rule about looks whose width is in one state. */
export const widthRule = (
  meta: RuleMeta,
  state: JudgedWidth["state"],
  message: (count: number, context: JudgeContext, look: StrokeLook, judged: JudgedWidth) => string,
): Rule => ({
  meta,
  judge(context) {
    if (state === "not-pen" && context.drawing.layers.length === 0)
      return context.notJudged("The file carries no layers.");
    if (context.standard.pens.length === 0) return context.notJudged("The standard has no pens.");
    for (const { page, strokes } of context.pages) {
      for (const look of strokes) {
        const judged = judgeWidth(context, look);
        if (judged.state !== state || !judged.pen) continue;
        context.report({
          page: page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) => message(count, context, look, judged),
          measured: look.widthMm,
          expected: judged.pen.widthMm,
          unit: "mm",
          mend: { kind: "set-width", widthMm: judged.pen.widthMm },
        });
      }
    }
  },
});
