import { familyName } from "../../drawing";
import type { TextStyleEntry } from "../../standard";
import { counted, type Rule } from "../rule";
import { stylesOfHeight } from "./styles-of-height";

export const font: Rule = {
  meta: { id: "text/font", severity: "mend", title: "The font is not the text style's." },
  judge(context) {
    const all = context.standard.textStyles;
    if (all.every((style) => style.fonts.length === 0))
      return context.notJudged("The standard's text styles allow any font.");
    for (const { page, texts } of context.pages) {
      for (const look of texts) {
        const used = context.drawing.fonts[look.font];
        // What has no style's height may be meant for any of them, as may what a font leaves to be guessed.
        const styles = used?.capHeightFrom === "assumed" ? [] : stylesOfHeight(context, look.heightMm);
        const allowed = fontsOf(styles.length > 0 ? styles : all);
        if (!used || allowed.size === 0 || allowed.has(used.family)) continue;
        const expected = [...allowed.values()].join(", ");
        const whose = styles.length > 0 ? styles.map((style) => style.id).join(", ") : "the standard's lettering";
        context.report({
          page: page.index,
          layer: look.layer,
          marks: { of: "texts", rows: look.rows },
          message: (count) =>
            `${counted(count, "string")} ${count === 1 ? "is" : "are"} set in ${used.name}; ${whose} ${styles.length > 1 ? "are" : "is"} in ${expected}.`,
          measured: used.name,
          expected,
        });
      }
    }
  },
};

/** Names of the allowed fonts by family; none where any is allowed. */
function fontsOf(styles: readonly TextStyleEntry[]): ReadonlyMap<string, string> {
  if (styles.some((style) => style.fonts.length === 0)) return new Map();
  return new Map(styles.flatMap((style) => style.fonts.map((each) => [familyName(each), each] as const)));
}
