import { counted, mm } from "../rule";
import { widthRule } from "./width-rule";
import { penWords } from "./widths";

export const widthNotPen = widthRule(
  {
    id: "line/width-not-pen",
    severity: "mend",
    title: "The width is a pen of the schedule, but not the layer's.",
    mends: "set-width",
  },
  "not-pen",
  (count, context, look, judged) =>
    `${counted(count, "line")} ${count === 1 ? "is" : "are"} drawn with the ${mm(look.widthMm)} pen; ${penWords(context, look, judged)}.`,
);
