import { counted, layerName, type Rule } from "../rule";
import { judgeType, typeMend } from "./types";

export const typeNotLayers: Rule = {
  meta: {
    id: "line/type-not-layers",
    severity: "mend",
    title: "The line type is known, but not the layer's.",
    mends: "set-line-type",
  },
  judge(context) {
    if (context.drawing.layers.length === 0) return context.notJudged("The file carries no layers.");
    if (context.standard.standard.layers.length === 0) return context.notJudged("The standard registers no layers.");
    for (const { page, strokes } of context.pages) {
      for (const look of strokes) {
        const judged = judgeType(context, look);
        if (judged.state !== "not-layers" || !judged.found || !judged.wanted) continue;
        const [found, wanted] = [judged.found, judged.wanted];
        const mend = typeMend(judged);
        context.report({
          page: page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) =>
            `${counted(count, "line")} ${count === 1 ? "is" : "are"} ${found.title.toLowerCase()}; ${layerName(context, look.layer)} takes ${wanted.title.toLowerCase()}.`,
          measured: found.id,
          expected: wanted.id,
          ...(mend ? { mend } : {}),
        });
      }
    }
  },
};
