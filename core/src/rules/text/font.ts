import { familyName } from "../../drawing";
import { counted, type Rule } from "../rule";

export const font: Rule = {
  meta: { id: "text/font", severity: "mend", title: "The font is not the text style's." },
  judge(context) {
    const allowed = new Map(
      context.standard.textStyles.flatMap((style) => style.fonts.map((each) => [familyName(each), each] as const)),
    );
    if (allowed.size === 0) return context.notJudged("The standard's text styles allow any font.");
    const expected = [...allowed.values()].join(", ");
    for (const { page, texts } of context.pages) {
      for (const look of texts) {
        const used = context.drawing.fonts[look.font];
        if (!used || allowed.has(used.family)) continue;
        context.report({
          page: page.index,
          layer: look.layer,
          marks: { of: "texts", rows: look.rows },
          message: (count) =>
            `${counted(count, "string")} ${count === 1 ? "is" : "are"} set in ${used.name}; the standard's lettering is ${expected}.`,
          measured: used.name,
          expected,
        });
      }
    }
  },
};
