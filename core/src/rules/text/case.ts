import { asRead } from "../../base/as-read";
import { linesOfLettering } from "../../base/words";
import { JUDGED_HEIGHTS } from "../../recognise/heights";
import { LETTERING, type TextLine } from "../../recognise/lettering";
import type { PageFacts } from "../../recognise/recogniser";
import { rule, type Report } from "../rule";

/** Units are written as they are, whatever the case of the rest. */
const UNITS = /\b(?:mm|cm|m|km|m²|m2|m³|kg|kN|kPa|mPa|°C)\b/g;

export const letterCase = rule({
  id: "text/case",
  title: "Lettering not in its style's letter case",
  severity: "note",
  scope: "page",
  needs: ["textStyles"],
  reads: [LETTERING, JUDGED_HEIGHTS],
  parameters: [],
  mends: "set-text",
  page: {
    measures:
      "Lines of lettering of a text style that is in capitals: whether they have small letters, those of units left out.",
    why: "One hand.",
    right: "WAITING HALL, where the style is in capitals.",
    wrong: "Waiting hall.",
    cannotSee: "Names that are rightly written otherwise.",
    mend: "The words are set in capitals where they stand, units left as they are. Refused where the file's font lacks the capitals, where a line is set in several parts, and where it would run into other marks.",
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
              : `${linesOfLettering(count)} have small letters, where their text style is in capitals.`,
          expected: "capitals",
          ...rewritten(facts, line),
        });
      }
    }
  },
});

/** A line in capitals, where one string is all of it. */
function rewritten({ page }: PageFacts, { rows: [row, ...others], text }: TextLine): Pick<Report, "mend"> {
  if (row === undefined || others.length > 0 || asRead(page.texts.strings[row] ?? "").trim() !== text) return {};
  const units = [...text.matchAll(UNITS)].map(({ 0: unit, index }) => ({ unit, index }));
  let capitals = text.toLocaleUpperCase("en");
  // ß and its like become longer, so that units could not be put back in their places.
  if (capitals.length !== text.length) return {};
  for (const { unit, index } of units) capitals = capitals.slice(0, index) + unit + capitals.slice(index + unit.length);
  return { mend: [{ kind: "set-text", page: page.index, rows: Uint32Array.of(row), strings: [capitals], about: 0 }] };
}
