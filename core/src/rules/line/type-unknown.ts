import { counted, layerName, type Rule } from "../rule";
import { atWidth, dashWords, judgeType, typeMend } from "./types";

export const typeUnknown: Rule = {
  meta: {
    id: "line/type-unknown",
    severity: "mend",
    title: "The dash pattern is none of the line types at this width.",
    mends: "set-line-type",
  },
  judge(context) {
    if (context.standard.standard.lineTypes.length === 0) return context.notJudged("The standard has no line types.");
    for (const { page, strokes } of context.pages) {
      for (const look of strokes) {
        const judged = judgeType(context, look);
        if (judged.state !== "unknown") continue;
        const dashes = dashWords(context.drawing.dashes[look.dash] ?? []);
        const mend = typeMend(judged);
        context.report({
          page: page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) =>
            `${counted(count, "line")} ${count === 1 ? "is" : "are"} dashed ${dashes}, which is no line type ${atWidth(judged)}${judged.wanted ? `; ${layerName(context, look.layer)} takes ${judged.wanted.title.toLowerCase()}` : ""}.`,
          measured: dashes,
          ...(judged.wanted ? { expected: judged.wanted.id } : {}),
          ...(mend ? { mend } : {}),
        });
      }
    }
  },
};
