import type { Rule } from "../rule";

export const noLayers: Rule = {
  meta: { id: "file/no-layers", severity: "note", title: "The file carries no layers; layer rules are not judged." },
  judge(context) {
    if (context.drawing.layers.length > 0) return;
    context.report({
      page: 0,
      message: () => "The file carries no layers, so nothing can be said about them. Export it with layers kept.",
    });
  },
};
