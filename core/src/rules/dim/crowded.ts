import { counted } from "../../base/words";
import { DRAWN_PARTS, type JudgedDimension } from "../../recognise/dimensions/drawings";
import type { FigurePlace } from "../../recognise/dimensions/dimension";
import type { DimensionStyleEntry } from "../../standard/plain";
import { rule } from "../rule";
import { stylesOf } from "./judged-by";
import { layerOf } from "./value-not-length";

const WORDS: Record<FigurePlace, string> = {
  "above-line": "above the line",
  "below-line": "below the line",
  "in-line": "in the line",
  outside: "beside its dimension",
  moved: "away from its line, on a leader",
};
/** Left free at each end of a figure between two terminators, in heights of capitals. */
const LEAST_ROOM = 0.25;

export const crowded = rule({
  id: "dim/crowded",
  title: "Dimension text not where its style puts it",
  severity: "note",
  scope: "page",
  needs: ["dimensionStyles"],
  reads: [DRAWN_PARTS],
  parameters: [],
  page: {
    measures:
      "Where the figure of each dimension stands: above its line, in it, below it, beside it, or moved away; against the style. A figure that would not fit between its ends may stand beside them or be moved.",
    why: "Readers look for the figure in one place, and read the wrong one when it isn't there.",
    right: "Above the line, in the middle.",
    wrong: "Below the line; or beside its dimension although there is room in it.",
    cannotSee: "What lies under a figure: that is text/overlaps.",
    mend: "None: the figure has to be moved in the drawing.",
  },
  judge({ file, pages, report }) {
    const styleOf = stylesOf(file);
    for (const facts of pages)
      for (const { value: part } of facts.of(DRAWN_PARTS))
        for (const each of part.dimensions) {
          const style = styleOf(each)?.style;
          const { place, figure } = each.dimension;
          if (!style || isRight(each, style)) continue;
          report({
            page: facts.page.index,
            layer: layerOf(facts, each),
            marks: { of: "texts", rows: Uint32Array.from(figure.rows) },
            things: 1,
            message: (count) =>
              `${counted(count, "figure")} of dimensions ${count === 1 ? "stands" : "stand"} ${WORDS[place]}, where the style puts them ${WORDS[style.textPlace]}.`,
            measured: WORDS[place],
            expected: WORDS[style.textPlace],
          });
        }
  },
});

function isRight(
  { dimension: { place, figure, drawnMm } }: JudgedDimension,
  { textPlace }: DimensionStyleEntry,
): boolean {
  if (place === textPlace) return true;
  const fits = figure.lengthMm + 2 * LEAST_ROOM * figure.heightMm <= drawnMm;
  // What does not fit may stand wherever there is room.
  return !fits;
}
