import { mm } from "../../base/words";
import { contains, cornersOfBox, grown, overlap as shared } from "../../drawing";
import { PLACES } from "../../recognise/places";
import { rule } from "../rule";

/** Places may touch: they share less than this. Millimetres. */
const TOUCH_MM = 0.5;

export const overlap = rule({
  id: "sheet/overlap",
  title: "Drawings on a sheet that overlap",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [PLACES],
  parameters: [],
  page: {
    measures:
      "The places of drawings on the sheet: their measure dictionaries, the parts that the file draws as one, or their crops. One that lies wholly within another is taken for an inset.",
    why: "Where two drawings run into each other neither can be read, and whoever measures in the shared part takes the wrong scale.",
    right: "A plan and a section side by side.",
    wrong: "A section whose crop reaches 12 mm into the plan.",
    cannotSee: "Drawings that the file does not tell apart.",
    mend: "None: move one of them, or crop it.",
  },
  judge({ pages, report }) {
    for (const facts of pages) {
      const places = facts
        .of(PLACES)
        .map(({ value }) => value)
        .filter(({ by }) => by !== "paper");
      places.forEach(({ boxMm: one }, i) => {
        for (const { boxMm: other } of places.slice(i + 1)) {
          const both = shared(one, other);
          if (!both || both.width < TOUCH_MM || both.height < TOUCH_MM) continue;
          if (contains(grown(one, TOUCH_MM), other) || contains(grown(other, TOUCH_MM), one)) continue;
          const [width, height] = [both.width, both.height].map((each) => Number(each.toFixed(1)));
          report({
            page: facts.page.index,
            placed: true,
            regionMm: both,
            shapes: [one, other].map((box) => ({ kind: "outline", pointsMm: cornersOfBox(box) })),
            message: () => `Two drawings share ${mm(width ?? 0)} × ${mm(height ?? 0)} of the sheet.`,
            measured: `${width} × ${height}`,
            unit: "mm",
          });
        }
      });
    }
  },
});
