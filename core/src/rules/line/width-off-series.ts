import { counted, mm } from "../../base/words";
import { JUDGED_LINE_TYPES } from "../../recognise/judged-line-types";
import { JUDGED_WIDTHS, WIDTH_OFF } from "../../recognise/widths";
import { rule } from "../rule";
import { reportWidths } from "./report-widths";

export const widthOffSeries = rule({
  id: "line/width-off-series",
  title: "Line widths not in the pen schedule",
  severity: "mend",
  scope: "page",
  needs: ["pens"],
  reads: [JUDGED_WIDTHS, JUDGED_LINE_TYPES],
  parameters: [WIDTH_OFF],
  mends: "set-width",
  page: {
    measures:
      "The width of each visible stroke on paper against all pens of the schedule. Thin areas that stand for lines count as lines of their width.",
    why: "Widths that differ by less than a step can't be told apart in print and say nothing.",
    right: "0.25, 0.35, 0.5 mm.",
    wrong: "0.3 mm.",
    cannotSee: "Widths that stand for something by an agreement outside the standard.",
    mend: "The width is set to the layer's pen, or that of the layer whose name was meant, else to the nearest; rightly spaced dashes go with it.",
  },
  judge: (context) =>
    reportWidths(
      context,
      "off-series",
      (count, { look }, pen) =>
        `${counted(count, "line")} ${count === 1 ? "is" : "are"} ${mm(look.widthMm)} wide, which is not in the pen schedule; ${pen}.`,
    ),
});
