import { counted } from "../../base/words";
import { familyName } from "../../drawing";
import { JUDGED_HEIGHTS } from "../../recognise/heights";
import type { TextStyleEntry } from "../../standard/plain";
import { rule } from "../rule";

export const font = rule({
  id: "text/font",
  title: "Lettering in another font than its style's",
  severity: "mend",
  needs: ["fonts"],
  reads: [JUDGED_HEIGHTS],
  parameters: [],
  page: {
    measures:
      "The font family of each visible string against the families of the text styles of its height; of all of them where its height is no style's, or is guessed because the font does not say how tall its capitals are.",
    why: "One hand.",
    right: "Barlow, where Barlow is meant.",
    wrong: "Helvetica.",
    cannotSee: "Fonts whose name says nothing of their look.",
    mend: "None: other fonts have other widths.",
  },
  judge({ file, pages, report }) {
    const all = file.standard.textStyles;
    for (const facts of pages) {
      for (const { value } of facts.of(JUDGED_HEIGHTS)) {
        const { look, supposed } = value;
        const used = file.drawing.fonts[look.font];
        // What has no style's height may be meant for any of them, as may what a font leaves to be guessed.
        const styles = supposed ? [] : value.styles;
        const allowed = fontsOf(styles.length > 0 ? styles : all);
        if (!used || allowed.size === 0 || allowed.has(used.family)) continue;
        const expected = [...allowed.values()].join(", ");
        const whose = styles.length > 0 ? styles.map((style) => style.id).join(", ") : "the standard's lettering";
        report({
          page: facts.page.index,
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
});

/** Names of the allowed fonts by family; none where any is allowed. */
function fontsOf(styles: readonly TextStyleEntry[]): ReadonlyMap<string, string> {
  if (styles.some((style) => style.fonts.length === 0)) return new Map();
  return new Map(styles.flatMap((style) => style.fonts.map((each) => [familyName(each), each] as const)));
}
