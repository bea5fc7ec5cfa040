import { counted, mm } from "../../base/words";
import { DASH_OFF, JUDGED_LINE_TYPES } from "../../recognise/judged-line-types";
import { dashesIn } from "../../recognise/looks";
import { rule } from "../rule";
import { AS_AREA } from "./report-widths";
import { typeMend } from "./type-mend";

export const typeUnknown = rule({
  id: "line/type-unknown",
  title: "Dash patterns not in the standard",
  severity: "mend",
  scope: "page",
  needs: ["lineTypes"],
  reads: [JUDGED_LINE_TYPES],
  parameters: [DASH_OFF],
  mends: "set-line-type",
  page: {
    measures:
      "Dashes and gaps as multiples of the width (ISO 128), beginning anywhere in the pattern; at the width they are drawn with or at the width they should have, so that one fault is one finding. Round and square ends are allowed for.",
    why: "Dashes are read: an edge overhead, a centre line. A pattern that is none of them says nothing, and changes its look with the scale.",
    right: "Dashes of 12 and gaps of 3 widths.",
    wrong: "Dashes of 9 mm and gaps of 5 mm at 0.25 mm.",
    cannotSee: "Patterns drawn as many short lines rather than as dashes; thin areas in a row are seen from six on.",
    mend: "The dashes are set to those of the layer's line type; none on layers without one.",
  },
  judge({ file, pages, report }) {
    for (const facts of pages) {
      for (const { value } of facts.of(JUDGED_LINE_TYPES)) {
        const { look, state, wanted, widthMm } = value;
        if (state !== "unknown") continue;
        const dashes = dashWords(dashesIn(file.drawing, look));
        const takes = wanted ? `; ${file.layerName(look.layer)} takes ${wanted.title.toLowerCase()}` : "";
        report({
          page: facts.page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) =>
            `${look.asArea ? `${counted(count, "thin area")} in rows are a line` : `${counted(count, "line")} ${count === 1 ? "is" : "are"}`} dashed ${dashes}, which is no line type at ${mm(widthMm)}${takes}.${look.asArea ? AS_AREA : ""}`,
          measured: dashes,
          ...(wanted ? { expected: wanted.id } : {}),
          ...typeMend(facts.page.index, value),
        });
      }
    }
  },
});

/** `3 – 1 mm`: dashes and gaps in turn. */
const dashWords = (dashMm: readonly number[]): string =>
  dashMm.length === 0 ? "continuous" : `${dashMm.map((each) => Number(each.toFixed(2))).join(" – ")} mm`;
