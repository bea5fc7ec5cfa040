import { linesOfLettering } from "../../base/words";
import { PAINT } from "../../drawing";
import { LETTERING } from "../../recognise/lettering";
import type { Parameter } from "../../recognise/parameter";
import { rule } from "../rule";

const share = (
  name: string,
  title: string,
  usual: number,
  least: number,
  most: number,
  sentence: string,
): Parameter => ({
  rule: "text/stretched",
  name,
  title,
  unit: "share",
  usual,
  least,
  most,
  sentence,
});
const LEAST = share("leastShare", "Least width", 0.7, 0.1, 1, "Letters may be squeezed to this share of their width.");
const MOST = share("mostShare", "Most width", 1.3, 1, 10, "Letters may be widened to this share of their width.");
const ROUNDING = 0.005;

export const stretched = rule({
  id: "text/stretched",
  title: "Squeezed or widened lettering",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [LETTERING],
  parameters: [LEAST, MOST],
  page: {
    measures: "The width of letters on paper against the width that their font gives them at their height.",
    why: "Lettering that was squeezed to fit is harder to read and looks like another hand's.",
    right: "Letters as the font has them.",
    wrong: "A title at half its width, to fit its field.",
    cannotSee: "Fonts that are narrow by themselves.",
    mend: "None: shorten the text, or give it more room.",
  },
  judge({ pages, report, valueOf }) {
    const [least, most] = [valueOf(LEAST) - ROUNDING, valueOf(MOST) + ROUNDING];
    for (const facts of pages) {
      const { texts } = facts.page;
      for (const { value: line } of facts.of(LETTERING)) {
        const rows = line.rows.filter((row) => {
          const stretch = texts.stretch[row] ?? 1;
          return (stretch < least || stretch > most) && ((texts.paint[row] ?? 0) & PAINT.hidden) === 0;
        });
        const [first] = rows;
        if (first === undefined) continue;
        const percent = Math.round((texts.stretch[first] ?? 1) * 100);
        report({
          page: facts.page.index,
          layer: line.layer,
          marks: { of: "texts", rows: Uint32Array.from(rows) },
          message: (count) =>
            `${linesOfLettering(count)} ${count === 1 ? "has" : "have"} letters at ${percent} % of their width; ${Math.round(valueOf(LEAST) * 100)} to ${Math.round(valueOf(MOST) * 100)} % is allowed.`,
          measured: percent,
          unit: "%",
        });
      }
    }
  },
});
