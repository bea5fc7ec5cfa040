import { counted, linesOfLettering } from "../../base/words";
import { familyName } from "../../drawing";
import { notJudgedFont } from "../../recognise/embedding";
import { JUDGED_HEIGHTS } from "../../recognise/heights";
import type { TextLook } from "../../recognise/looks";
import type { TextStyleEntry } from "../../standard/plain";
import { rule } from "../rule";

export const font = rule({
  id: "text/font",
  title: "Lettering not in its style's font",
  severity: "mend",
  scope: "page",
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
  judge({ file, pages, report, leaveOpen }) {
    const all = file.standard.textStyles;
    for (const facts of pages) {
      const wrong = new Map<string, { measured: string; expected: string; whose: Set<string>; looks: TextLook[] }>();
      for (const { value } of facts.of(JUDGED_HEIGHTS)) {
        const { look, supposed } = value;
        const unknown = notJudgedFont(file, look.font);
        if (unknown !== undefined) {
          leaveOpen(unknown);
          continue;
        }
        const used = file.drawing.fonts[look.font];
        // What has no style's height may be meant for any of them, as may what a font leaves to be guessed.
        const styles = supposed ? [] : value.styles;
        const allowed = fontsOf(styles.length > 0 ? styles : all);
        if (!used || allowed.size === 0 || allowed.has(used.family)) continue;
        const expected = [...allowed.values()].join(", ");
        const key = `${used.name} ${expected}`;
        const group = wrong.get(key) ?? { measured: used.name, expected, whose: new Set(), looks: [] };
        wrong.set(key, group);
        group.looks.push(look);
        for (const { id } of styles) group.whose.add(id);
        if (styles.length === 0) group.whose.add("the standard's lettering");
      }
      for (const { measured, expected, whose, looks } of wrong.values()) {
        const layers = [...new Set(looks.map(({ layer }) => layer))];
        const [only] = layers;
        // One cause is said once, however many layers it shows on.
        const where = layers.length > 1 ? ` on ${counted(layers.length, "layer")}` : "";
        report({
          page: facts.page.index,
          ...(layers.length === 1 && only !== undefined ? { layer: only } : {}),
          marks: { of: "texts", rows: Uint32Array.from(looks.flatMap(({ rows }) => [...rows])).sort() },
          message: (count) =>
            `${linesOfLettering(count)}${where} ${count === 1 ? "is" : "are"} set in ${measured}; ${[...whose].join(", ")} ${whose.size > 1 ? "are" : "is"} in ${expected}.`,
          measured,
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
