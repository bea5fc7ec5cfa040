import type { Rule } from "../rule";
import { namedLayers, NO_RENAME, probably, renameFor } from "./naming";

/** A file with more bad names than this needs a crosswalk, not suggestions one by one. */
const MOST_SUGGESTED = 500;

export const malformed: Rule = {
  meta: {
    id: "layer/malformed",
    severity: "mend",
    title: "The layer's name does not follow the scheme.",
    mends: "rename",
  },
  judge(context) {
    if (context.drawing.layers.length === 0) return context.notJudged("The file carries no layers.");
    let found = 0;
    for (const { layer, name, state, failure } of namedLayers(context)) {
      if (state !== "malformed" || !failure) continue;
      const { suggestions, sure } = ++found > MOST_SUGGESTED ? NO_RENAME : renameFor(context, name);
      context.report({
        page: 0,
        layer,
        message: () =>
          `The layer name “${name}” does not follow the scheme. At character ${failure.at + 1}: ${failure.message}${probably(suggestions)}`,
        measured: name,
        ...(suggestions[0] ? { expected: suggestions[0].name } : {}),
        suggestions: suggestions.map((each) => each.name),
        ...(sure ? { mend: { kind: "rename", layer, to: sure.name } } : {}),
      });
    }
  },
};
