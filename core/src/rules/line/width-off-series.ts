import { counted, mm } from "../rule";
import { widthRule } from "./width-rule";
import { penWords } from "./widths";

export const widthOffSeries = widthRule(
  {
    id: "line/width-off-series",
    severity: "mend",
    title: "The plotted width is no pen of the schedule.",
    mends: "set-width",
  },
  "off-series",
  (count, context, look, judged) =>
    `${counted(count, "line")} ${count === 1 ? "is" : "are"} ${mm(look.widthMm)} wide, which is no pen; ${penWords(context, look, judged)}.`,
);
