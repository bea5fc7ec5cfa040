import { counted, mm } from "../../base/words";
import { JUDGED_LINE_TYPES } from "../../recognise/judged-line-types";
import { JUDGED_WIDTHS } from "../../recognise/widths";
import { rule } from "../rule";
import { reportWidths } from "./report-widths";

export const widthNotPen = rule({
  id: "line/width-not-pen",
  title: "Lines not in their layer's pen",
  severity: "mend",
  scope: "page",
  needs: ["layers", "pens"],
  reads: [JUDGED_WIDTHS, JUDGED_LINE_TYPES],
  parameters: [],
  mends: "set-width",
  page: {
    measures:
      "Strokes of registered layers, and thin areas that stand for lines, whose width is a pen, but another one than the layer's in this drawing kind.",
    why: "The same thing should plot the same on every sheet.",
    right: "Walls in the 0.5 mm pen.",
    wrong: "Walls in the 0.25 mm pen.",
    cannotSee: "A thinner pen that was meant on purpose, unless a pen schedule of the drawing kind says so.",
    mend: "The width is set to the layer's pen; rightly spaced dashes go with it.",
  },
  judge: (context) =>
    reportWidths(
      context,
      "not-pen",
      (count, { look }, pen) =>
        `${counted(count, "line")} ${count === 1 ? "is" : "are"} drawn with the ${mm(look.widthMm)} pen; ${pen}.`,
    ),
});
