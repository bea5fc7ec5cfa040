import { MEANT_NAMES, NAMED_LAYERS } from "../../recognise/layer-names";
import { NEAR_DUPLICATES } from "../../recognise/near-duplicates";
import { rule } from "../rule";
import { meantNames, probably } from "./meant";

export const unregistered = rule({
  id: "layer/unregistered",
  title: "A layer that is not in the register",
  severity: "mend",
  scope: "file",
  needs: ["layers", "register"],
  reads: [NAMED_LAYERS, MEANT_NAMES, NEAR_DUPLICATES],
  parameters: [],
  page: {
    measures: "Names that follow the scheme, against the register.",
    why: "The register is the list that the office agreed on. A new layer appears in every drawing until somebody decides where it is shown.",
    right: "A layer of the register.",
    wrong: "`A-SIGN`, where nobody asked for it.",
    cannotSee: "Whether the layer is needed: ask for it, or move its marks.",
    mend: "None: a well-formed name may be meant as it stands.",
  },
  judge({ file, report }) {
    const meant = meantNames(file);
    // That two names are one says more, and is said by layer/near-duplicate.
    const twins = new Set(file.of(NEAR_DUPLICATES).map(({ value }) => value.layer));
    for (const { value } of file.of(NAMED_LAYERS)) {
      const { layer, name, state } = value;
      if (state !== "unregistered" || twins.has(layer)) continue;
      const { suggestions = [] } = meant.get(layer) ?? {};
      // A well-formed name may be meant as it stands, so it is never renamed without asking.
      report({
        page: 0,
        layer,
        message: () => `The layer “${name}” follows the scheme but is not in the register.${probably(suggestions)}`,
        measured: name,
        ...(suggestions[0] ? { expected: suggestions[0].name } : {}),
        suggestions: suggestions.map((each) => each.name),
      });
    }
  },
});
