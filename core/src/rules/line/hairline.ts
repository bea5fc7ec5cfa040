import { counted, mm } from "../../base/words";
import { JUDGED_LINE_TYPES } from "../../recognise/judged-line-types";
import { JUDGED_WIDTHS } from "../../recognise/widths";
import { rule } from "../rule";
import { reportWidths } from "./report-widths";

export const hairline = rule({
  id: "line/hairline",
  title: "Lines without a width",
  severity: "stop",
  scope: "page",
  needs: ["pens"],
  reads: [JUDGED_WIDTHS, JUDGED_LINE_TYPES],
  parameters: [],
  mends: "set-width",
  page: {
    measures:
      "The width of each visible stroke on paper, after all scaling: zero, or under the thinnest pen. Thin areas that stand for lines count as lines of their width; white strokes on the bare paper only keep things from sight, and don't count.",
    why: "Zero means “the thinnest your device can”: invisible on one plotter, bold on another.",
    right: "0.13 mm, where that is the thinnest pen.",
    wrong: "0 mm.",
    cannotSee: "How a given printer would show it.",
    mend: "The width is set to the layer's pen, else to the thinnest pen.",
  },
  judge: (context) =>
    reportWidths(
      context,
      "hairline",
      (count, { look }, pen) =>
        `${counted(count, "line")} ${count === 1 ? "has" : "have"} ${look.widthMm === 0 ? "no width" : `a width of ${mm(look.widthMm)}`}, so the printer decides how it shows; ${pen}.`,
    ),
});
