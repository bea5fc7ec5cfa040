import { counted } from "../../base/words";
import { JUDGED_LINE_TYPES } from "../../recognise/judged-line-types";
import { rule } from "../rule";
import { AS_AREA } from "./report-widths";
import { typeMend } from "./type-mend";

export const typeNotLayers = rule({
  id: "line/type-not-layers",
  title: "Lines not in their layer's line type",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register"],
  reads: [JUDGED_LINE_TYPES],
  parameters: [],
  mends: "set-line-type",
  page: {
    measures: "The line type of strokes on registered layers against the layer's own and those it also allows.",
    why: "An edge overhead that is drawn continuous reads as an edge that stands there.",
    right: "Edges overhead dashed.",
    wrong: "Walls dashed.",
    cannotSee: "Whether the stroke is on the wrong layer instead.",
    mend: "The dashes are set to those of the layer's line type.",
  },
  judge({ file, pages, report }) {
    for (const facts of pages) {
      for (const { value } of facts.of(JUDGED_LINE_TYPES)) {
        const { look, state, found, wanted } = value;
        if (state !== "not-layers" || !found || !wanted) continue;
        report({
          page: facts.page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) =>
            `${counted(count, "line")} ${count === 1 ? "is" : "are"} ${found.title.toLowerCase()}; ${file.layerName(look.layer)} takes ${wanted.title.toLowerCase()}.${look.asArea ? AS_AREA : ""}`,
          measured: found.id,
          expected: wanted.id,
          ...typeMend(facts.page.index, value),
        });
      }
    }
  },
});
