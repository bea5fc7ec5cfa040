import { counted } from "../../base/words";
import { JUDGED_HEIGHTS } from "../../recognise/heights";
import { LETTERING } from "../../recognise/lettering";
import { rule } from "../rule";

/** Units are written as they are, whatever the case of the rest. */
const UNITS = /\b(?:mm|cm|m|km|m²|m2|m³|kg|kN|kPa|mPa|°C)\b/g;

export const letterCase = rule({
  id: "text/case",
  title: "Lettering against its style's letter case",
  severity: "note",
  needs: ["textStyles"],
  reads: [LETTERING, JUDGED_HEIGHTS],
  parameters: [],
  page: {
    measures:
      "Lines of lettering of a text style that is in capitals: whether they have small letters, those of units left out.",
    why: "One hand.",
    right: "WAITING HALL, where the style is in capitals.",
    wrong: "Waiting hall.",
    cannotSee: "Names that are rightly written otherwise.",
    mend: "None yet.",
  },
  judge({ pages, report }) {
    for (const facts of pages) {
      const inCapitals = new Set<number>();
      for (const { value } of facts.of(JUDGED_HEIGHTS)) {
        const { look, styles, supposed } = value;
        if (supposed || styles.length === 0 || !styles.every((style) => style.letterCase === "capitals")) continue;
        for (const row of look.rows) inCapitals.add(row);
      }
      if (inCapitals.size === 0) continue;
      for (const { value: line } of facts.of(LETTERING)) {
        if (!inCapitals.has(line.rows[0] ?? -1)) continue;
        const words = line.text.replace(UNITS, "");
        if (words === words.toLocaleUpperCase("en") || !/\p{Ll}{2}/u.test(words)) continue;
        report({
          page: facts.page.index,
          layer: line.layer,
          marks: { of: "texts", rows: Uint32Array.from(line.rows) },
          message: (count) =>
            count === 1
              ? `“${line.text}” has small letters, where its text style is in capitals.`
              : `${counted(count, "string")} have small letters, where their text style is in capitals.`,
          expected: "capitals",
        });
      }
    }
  },
});
