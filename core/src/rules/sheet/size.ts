import { offFrom } from "../../quantity";
import { mm, type Rule } from "../rule";

/** Within this, a page was probably meant to be the size and lost or gained an edge. Millimetres. */
const TRIMMED_MM = 25;

export const size: Rule = {
  meta: { id: "sheet/size", severity: "stop", title: "The page is no sheet size of the edition." },
  judge(context) {
    const { sheetSizes, tolerances } = context.standard.standard;
    if (sheetSizes.length === 0) return context.notJudged("The standard has no sheet sizes.");
    for (const { page } of context.pages) {
      const nearest = sheetSizes
        .map((each) => ({
          id: each.id,
          widthMm: each.widthMm,
          heightMm: each.heightMm,
          ...offFrom(each, page.widthMm, page.heightMm),
        }))
        .reduce((best, each) => (each.offMm < best.offMm ? each : best));
      if (nearest.offMm <= tolerances.sheetMm) continue;
      const how =
        nearest.offMm <= TRIMMED_MM
          ? ` It is ${mm(Number(nearest.offMm.toFixed(1)))} off, as if trimmed or printed with margins.`
          : "";
      context.report({
        page: page.index,
        message: () =>
          `The page is ${mm(Number(page.widthMm.toFixed(1)))} × ${mm(Number(page.heightMm.toFixed(1)))}, which is no sheet size; the nearest is ${nearest.id}${nearest.turned ? ", turned" : ""} (${mm(nearest.widthMm)} × ${mm(nearest.heightMm)}).${how}`,
        measured: `${page.widthMm.toFixed(1)} × ${page.heightMm.toFixed(1)}`,
        expected: nearest.id,
        unit: "mm",
      });
    }
  },
};
