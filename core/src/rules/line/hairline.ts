import { counted, mm } from "../rule";
import { widthRule } from "./width-rule";
import { penWords } from "./widths";

export const hairline = widthRule(
  {
    id: "line/hairline",
    severity: "stop",
    title: "The width is zero or under the thinnest pen; the printer decides.",
    mends: "set-width",
  },
  "hairline",
  (count, context, look, judged) =>
    `${counted(count, "line")} ${count === 1 ? "has" : "have"} ${look.widthMm === 0 ? "no width" : `a width of ${mm(look.widthMm)}`}, so the printer decides how it shows; ${penWords(context, look, judged)}.`,
);
