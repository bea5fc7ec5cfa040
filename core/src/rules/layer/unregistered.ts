import type { Rule } from "../rule";
import { namedLayers, probably, renameFor } from "./naming";

export const unregistered: Rule = {
  meta: {
    id: "layer/unregistered",
    severity: "mend",
    title: "The name is well formed, but the register has no such layer.",
    mends: "rename",
  },
  judge(context) {
    if (context.drawing.layers.length === 0) return context.notJudged("The file carries no layers.");
    if (context.standard.standard.layers.length === 0) return context.notJudged("The standard registers no layers.");
    for (const { layer, name, state } of namedLayers(context)) {
      if (state !== "unregistered") continue;
      const { suggestions } = renameFor(context, name);
      // A well-formed name may be meant as it stands, so it is never renamed without asking.
      context.report({
        page: 0,
        layer,
        message: () => `The layer “${name}” follows the scheme but is not in the register.${probably(suggestions)}`,
        measured: name,
        ...(suggestions[0] ? { expected: suggestions[0].name } : {}),
        suggestions: suggestions.map((each) => each.name),
      });
    }
  },
};
