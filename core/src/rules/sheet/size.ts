import { mm } from "../../base/words";
import { offFrom } from "../../quantity";
import type { Parameter } from "../../recognise/parameter";
import { rule } from "../rule";

const SIZE_OFF: Parameter = {
  rule: "sheet/size",
  name: "offMm",
  title: "A page may be off by",
  unit: "mm on paper",
  usual: 2,
  least: 0,
  most: 20,
  sentence: "A page whose sides differ from a sheet size's by no more than this is of that size.",
};

/** Within this, a page was probably meant to be the size and lost or gained an edge. Millimetres. */
const TRIMMED_MM = 25;

export const size = rule({
  id: "sheet/size",
  title: "Page size not in the standard",
  severity: "stop",
  scope: "page",
  needs: ["sheetSizes"],
  reads: [],
  parameters: [SIZE_OFF],
  page: {
    measures:
      "Width and height of the page as it is seen against the sheet sizes, either way round. Names the nearest.",
    why: "A page that is a little off was printed with margins or scaled to fit, and nothing on it measures true.",
    right: "594 × 841 mm.",
    wrong: "582 × 829 mm.",
    cannotSee: "Whether the content was scaled too.",
    mend: "None: export the drawing at the size of its sheet.",
  },
  judge({ file, pages, report, valueOf }) {
    const { sheetSizes } = file.standard.standard;
    for (const { page } of pages) {
      const nearest = sheetSizes
        .map((each) => ({
          id: each.id,
          widthMm: each.widthMm,
          heightMm: each.heightMm,
          ...offFrom(each, page.widthMm, page.heightMm),
        }))
        .reduce((best, each) => (each.offMm < best.offMm ? each : best));
      if (nearest.offMm <= valueOf(SIZE_OFF)) continue;
      const how =
        nearest.offMm <= TRIMMED_MM
          ? ` It is ${mm(Number(nearest.offMm.toFixed(1)))} off, as if trimmed or printed with margins.`
          : "";
      report({
        page: page.index,
        message: () =>
          `The page is ${mm(Number(page.widthMm.toFixed(1)))} × ${mm(Number(page.heightMm.toFixed(1)))}, which is not a sheet size of the standard; the nearest is ${nearest.id}${nearest.turned ? ", turned" : ""} (${mm(nearest.widthMm)} × ${mm(nearest.heightMm)}).${how}`,
        measured: `${page.widthMm.toFixed(1)} × ${page.heightMm.toFixed(1)}`,
        expected: nearest.id,
        unit: "mm",
      });
    }
  },
});
