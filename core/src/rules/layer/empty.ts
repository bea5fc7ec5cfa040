import type { Rule } from "../rule";

export const empty: Rule = {
  meta: { id: "layer/empty", severity: "note", title: "The layer has nothing on it." },
  judge(context) {
    if (context.drawing.layers.length === 0) return context.notJudged("The file carries no layers.");
    context.drawing.layers.forEach(({ name }, layer) => {
      if (context.pages.some((facts) => (facts.marksPerLayer[layer + 1] ?? 0) > 0)) return;
      context.report({ page: 0, layer, message: () => `The layer “${name}” has nothing on it.`, measured: name });
    });
  },
};
