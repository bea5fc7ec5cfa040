import { addTo } from "../../base/grouped";
import { linesOfLettering } from "../../base/words";
import { TEXT_LOOKS } from "../../recognise/looks";
import { rule } from "../rule";

export const fontNotEmbedded = rule({
  id: "file/font-not-embedded",
  title: "Lettering in a font that is not in the file",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [TEXT_LOOKS],
  parameters: [],
  page: {
    measures:
      "Fonts of visible lettering whose letters the file does not carry. The fourteen standard fonts of PDF count as not embedded, too; fonts that are listed but set nothing do not count.",
    why: "Another machine sets the lettering in another font: figures move, run into each other and print at another height.",
    right: "Barlow, embedded.",
    wrong: "A font by its name alone.",
    cannotSee:
      "What the font looks like elsewhere; heights and fonts of such lettering are not judged for that reason.",
    mend: "None: write the file anew with its fonts in it.",
  },
  judge({ file, pages, report }) {
    for (const facts of pages) {
      const rows = new Map<number, number[]>();
      for (const { value: look } of facts.of(TEXT_LOOKS)) {
        if (file.drawing.fonts[look.font]?.embedded !== false) continue;
        for (const row of look.rows) addTo(rows, look.font, row);
      }
      for (const [font, own] of rows) {
        const name = file.drawing.fonts[font]?.name ?? "a font";
        report({
          page: facts.page.index,
          marks: { of: "texts", rows: Uint32Array.from(own).sort() },
          message: (count) =>
            `${linesOfLettering(count)} ${count === 1 ? "is" : "are"} set in ${name}, which is not in the file: elsewhere they print differently.`,
          measured: name,
        });
      }
    }
  },
});
