import { linesOfLettering, mm } from "../../base/words";
import { TEXT_LOOKS } from "../../recognise/looks";
import { rule } from "../rule";

const ROUNDING_MM = 0.005;

export const tooSmallReduced = rule({
  id: "text/too-small-reduced",
  title: "Lettering too small once it is reduced",
  severity: "mend",
  scope: "page",
  needs: ["textStyles"],
  reads: [TEXT_LOOKS],
  parameters: [],
  page: {
    measures:
      "The height of capitals on paper times the reduction that the office prints at, against the least height of that reduction.",
    why: "Sets are often printed again at half size, and the lettering has to survive it.",
    right: "2.5 mm, where half-size prints need 0.9 mm.",
    wrong: "1.5 mm, where half-size prints need 0.9 mm: 0.75 mm is left.",
    cannotSee: "Lettering whose height is not known, and lettering drawn as lines.",
    mend: "None: choose a larger text style.",
  },
  judge({ file, pages, report }) {
    const { reductions } = file.standard.standard;
    for (const facts of pages)
      for (const { value: look } of facts.of(TEXT_LOOKS)) {
        if (file.drawing.fonts[look.font]?.capHeightFrom === "assumed") continue;
        const failing = reductions
          .flatMap(({ title, percent, leastHeightMm }) =>
            leastHeightMm === undefined
              ? []
              : [{ title, percent, leastHeightMm, heightMm: (look.heightMm * percent) / 100 }],
          )
          .filter(({ heightMm, leastHeightMm }) => heightMm < leastHeightMm - ROUNDING_MM)
          .sort((a, b) => a.heightMm / a.leastHeightMm - b.heightMm / b.leastHeightMm)[0];
        if (!failing) continue;
        const left = Number(failing.heightMm.toFixed(2));
        report({
          page: facts.page.index,
          layer: look.layer,
          marks: { of: "texts", rows: look.rows },
          message: (count) =>
            `${linesOfLettering(count)} of ${mm(Number(look.heightMm.toFixed(2)))} ${count === 1 ? "is" : "are"} ${mm(left)} high in a ${failing.title} (${failing.percent} %), where ${mm(failing.leastHeightMm)} is the least.`,
          measured: left,
          expected: failing.leastHeightMm,
          unit: "mm",
        });
      }
  },
});
