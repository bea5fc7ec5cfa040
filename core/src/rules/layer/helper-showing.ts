import { counted } from "../../base/words";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import { rule } from "../rule";

export const helperShowing = rule({
  id: "layer/helper-showing",
  title: "A helper layer that shows",
  severity: "stop",
  scope: "page",
  needs: ["layers", "register"],
  reads: [NAMED_LAYERS, MARKS_ON_LAYERS],
  parameters: [],
  mends: "switch-off",
  page: {
    measures: "Visible marks on layers that the register says do not plot.",
    why: "Construction and spacing lines are for the drafter. On a sheet that goes out they are read as something that is to be built.",
    right: "A-ANNO-NPLT, switched off.",
    wrong: "Construction lines on A-ANNO-NPLT that plot.",
    cannotSee: "Helper lines on layers that plot.",
    mend: "The layer is switched off, on the screen and on paper. Refused where a picture stands on it, or where the layer decides over marks of others.",
  },
  judge({ file, pages, report }) {
    const entries = entriesOf(file.of(NAMED_LAYERS));
    for (const facts of pages)
      for (const { value } of facts.of(MARKS_ON_LAYERS)) {
        if (entries[value.layer]?.plots !== false) continue;
        for (const sort of ["paths", "texts"] as const) {
          const rows = value.visible(sort);
          if (rows.length === 0) continue;
          report({
            page: facts.page.index,
            layer: value.layer,
            marks: { of: sort, rows },
            message: (count) =>
              `${counted(count, "mark")} of the helper layer ${file.layerName(value.layer)} ${count === 1 ? "shows" : "show"}; it has to be off before the sheet goes out.`,
            mend: [{ kind: "switch-off", layer: value.layer }],
          });
        }
      }
  },
});
