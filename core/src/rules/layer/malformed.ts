import { MEANT_NAMES, NAMED_LAYERS } from "../../recognise/layer-names";
import { NEAR_DUPLICATES } from "../../recognise/near-duplicates";
import { rule } from "../rule";
import { meantNames, probably } from "./meant";

export const malformed = rule({
  id: "layer/malformed",
  title: "A layer name that does not follow the scheme",
  severity: "mend",
  scope: "file",
  needs: ["layers", "scheme"],
  reads: [NAMED_LAYERS, MEANT_NAMES, NEAR_DUPLICATES],
  parameters: [],
  mends: "rename",
  page: {
    measures:
      "The name against the scheme of the edition, field by field. The finding says at which character it fails, why, and which good names are nearest (by edits over the register and over the codes, and by the meaning of the codes). Registered names are never malformed.",
    why: "A name that follows the scheme can be sorted, searched and handed to others; a name that doesn't is one drafter's secret.",
    right: "`A-WALL`, `A-WALL-FULL-N`",
    wrong: "`walls`, `A_Door`, `A-WAL`",
    cannotSee: "Whether a well-formed name is the right one for what stands on the layer.",
    mend: "The layer is renamed where one good name is clearly nearest; onto a layer that exists, the two become one. Of the names that are off the register only the first 500 get suggestions.",
  },
  judge({ file, report }) {
    const meant = meantNames(file);
    // That two names are one says more, and is said by layer/near-duplicate.
    const twins = new Set(file.of(NEAR_DUPLICATES).map(({ value }) => value.layer));
    for (const { value } of file.of(NAMED_LAYERS)) {
      const { layer, name, state, failure } = value;
      if (state !== "malformed" || !failure || twins.has(layer)) continue;
      const { suggestions = [], sure } = meant.get(layer) ?? {};
      report({
        page: 0,
        layer,
        message: () =>
          `The layer name “${name}” does not follow the scheme. At character ${failure.at + 1}: ${failure.message}${probably(suggestions)}`,
        measured: name,
        ...(suggestions[0] ? { expected: suggestions[0].name } : {}),
        suggestions: suggestions.map((each) => each.name),
        ...(sure ? { mend: [{ kind: "rename", layer, to: sure.name }] } : {}),
      });
    }
  },
});
