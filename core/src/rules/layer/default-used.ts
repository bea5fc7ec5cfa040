import { PAINT } from "../../drawing";
import { counted, layerName, type JudgeContext, type Marks, type PageFacts, type Rule } from "../rule";

export const defaultUsed: Rule = {
  meta: {
    id: "layer/default-used",
    severity: "mend",
    title: "Marks stand on the file's default layer or on no layer.",
  },
  judge(context) {
    if (context.drawing.layers.length === 0) return context.notJudged("The file carries no layers.");
    for (const facts of context.pages) {
      judgeLayer(context, facts, -1);
      context.drawing.layers.forEach(({ name }, layer) => {
        if (!context.standard.layer(name) && context.standard.isDefaultLayer(name)) judgeLayer(context, facts, layer);
      });
    }
  },
};

function judgeLayer(context: JudgeContext, facts: PageFacts, layer: number): void {
  const where = layer < 0 ? "no layer" : `the default layer “${layerName(context, layer)}”`;
  for (const sort of ["paths", "texts"] as const) {
    const marks = rowsOn(facts, sort, layer);
    if (marks.rows.length === 0) continue;
    context.report({
      page: facts.page.index,
      layer,
      marks,
      message: (count) =>
        `${counted(count, "mark")} ${count === 1 ? "stands" : "stand"} on ${where}; each belongs on a layer that says what it is.`,
      measured: layer < 0 ? "no layer" : layerName(context, layer),
    });
  }
}

function rowsOn(facts: PageFacts, of: Marks["of"], layer: number): Marks {
  const { layer: column, paint } = facts.page[of];
  const rows: number[] = [];
  if ((facts.marksPerLayer[layer + 1] ?? 0) > 0)
    for (let row = 0; row < column.length; row++)
      if (column[row] === layer && !((paint[row] ?? 0) & PAINT.hidden)) rows.push(row);
  return { of, rows: Uint32Array.from(rows) };
}
