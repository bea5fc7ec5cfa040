import { counted, listed } from "../../base/words";
import { MATCHED_HATCHES, type MatchedHatch } from "../../recognise/hatches/matched";
import type { FileFacts } from "../../recognise/recogniser";
import { rule } from "../rule";

export const offLayer = rule({
  id: "hatch/off-layer",
  title: "A hatch that is not on a hatch layer",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register"],
  reads: [MATCHED_HATCHES],
  parameters: [],
  mends: "move",
  page: {
    measures: "The layer of each hatch against the marks that the register allows on it.",
    why: "Hatches are switched off alone: for a clean outline, for a consultant, for a smaller scale.",
    right: "A-WALL-PATT.",
    wrong: "A hatch on A-WALL, among the outlines.",
    cannotSee: "Layers that are not registered, and those whose register entry allows any marks.",
    mend: "The lines of the hatch are moved, where only one layer is meant for it. How the sheet looks does not change.",
  },
  judge({ file, pages, report }) {
    for (const facts of pages)
      for (const { value } of facts.of(MATCHED_HATCHES)) {
        const { layer, rows } = value.hatch;
        const marks = file.standard.layer(file.layerName(layer))?.marks;
        if (!marks || marks.includes("hatches")) continue;
        const meant = layersFor(file, value);
        report({
          page: facts.page.index,
          layer,
          marks: { of: "paths", rows },
          regionMm: value.hatch.boxMm,
          message: (count) =>
            `${counted(count, "line")} of a hatch ${count === 1 ? "stands" : "stand"} on ${file.layerName(layer)}, which holds no hatches${meant.length > 0 ? `; ${listed(meant, "or")} does` : ""}.`,
          measured: file.layerName(layer),
          ...(meant[0] === undefined ? {} : { expected: meant[0] }),
          ...(meant.length === 1 && meant[0] !== undefined
            ? { mend: [{ kind: "move", page: facts.page.index, of: "paths", rows, to: meant[0] }] }
            : {}),
        });
      }
  },
});

/** Where such a hatch belongs: on the layer of its entry, else on those that are for hatches. */
function layersFor({ standard }: FileFacts, { entry, like }: MatchedHatch): string[] {
  const own = (entry ?? like?.entry)?.layer;
  if (own !== undefined) return [own];
  return standard.standard.layers.filter(({ role }) => role === "hatches").map(({ name }) => name);
}
