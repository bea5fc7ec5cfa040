import { groupedBy } from "../../base/grouped";
import { counted, mm } from "../../base/words";
import { DRAWN_LETTERING, DRAWN_LETTERING_SEARCH } from "../../recognise/drawn-lettering";
import { isForHatches } from "../../recognise/hatches/hatch-layers";
import { rule } from "../rule";

export const textAsStrokes = rule({
  id: "file/text-as-strokes",
  title: "Lettering drawn as lines",
  severity: "note",
  scope: "page",
  needs: [],
  reads: [DRAWN_LETTERING],
  parameters: [],
  page: {
    measures:
      "Small shapes of many kinds that stand on one line, one beside the other and as tall as each other: letters drawn as strokes or filled outlines. Their height is that of what is drawn.",
    why: "What is not written can't be read: no words, no figures, no dimensions. Rules of lettering and dimensions say nothing of it, and nobody can search for it.",
    right: "Lettering exported as text, with its font.",
    wrong: "Lettering in a stroke font of a program that exports it as lines.",
    cannotSee: "Lettering of fewer than four letters, on a slant, or that touches other marks.",
    mend: "None: export the drawing again, with lettering as text.",
  },
  judge({ pages, report, leaveOpen }) {
    for (const facts of pages) {
      if (facts.of(DRAWN_LETTERING_SEARCH)[0]?.value.isCut)
        leaveOpen(
          `Page ${facts.page.index} has so many small marks, or so many in one place, that letters are not looked for among them.`,
        );
      const isHatched = (row: number): boolean => isForHatches(facts.file, facts.page.paths.layer[row] ?? -1);
      const lines = facts
        .of(DRAWN_LETTERING)
        .flatMap(({ value }) => (2 * value.rows.filter(isHatched).length > value.rows.length ? [] : [value]));
      const layers = groupedBy(lines, ({ rows }) => facts.page.paths.layer[rows[0] ?? 0] ?? -1);
      for (const [layer, own] of layers) {
        const heights = own.map(({ heightMm }) => Number(heightMm.toFixed(1)));
        const [least, most] = [Math.min(...heights), Math.max(...heights)];
        const tall = least === most ? mm(least) : `${mm(least)} to ${mm(most)}`;
        const as = own.filter((line) => line.as === "outlines").length * 2 > own.length ? "outlines" : "lines";
        report({
          page: facts.page.index,
          layer,
          marks: { of: "paths", rows: Uint32Array.from(own.flatMap(({ rows }) => [...rows])).sort() },
          message: () =>
            `${counted(own.length, "line")} of lettering ${own.length === 1 ? "is" : "are"} drawn as ${as}, about ${tall} high. Words and figures in ${own.length === 1 ? "it" : "them"} can't be read.`,
          measured: least,
          unit: "mm",
        });
      }
    }
  },
});
