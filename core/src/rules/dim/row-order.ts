import { DIMENSION_ROWS, SAME_STOP_MM, type DimensionRow } from "../../recognise/dimensions/rows";
import { rule } from "../rule";
import { stylesOf } from "./judged-by";
import { figureMarks, figuresOf } from "./row-in-words";
import { layerOf } from "./value-not-length";

export const rowOrder = rule({
  id: "dim/row-order",
  title: "Dimension rows that are not in the office's order",
  severity: "mend",
  needs: ["dimensionStyles"],
  reads: [DIMENSION_ROWS],
  parameters: [],
  page: {
    measures:
      "Rows on one side of a drawing, from the outermost in: a row whose stops are all stops of another is the coarser of the two, and stands outside it; the overall row stands outside all.",
    why: "People read rows from the whole to its parts. A row in the wrong place is misread, and its extension lines cross the others.",
    right: "Overall, grid, masses, openings, from the outermost in.",
    wrong: "The overall length inside the openings.",
    cannotSee: "Which of two rows is of the grid and which of the masses where neither has all the stops of the other.",
    mend: "None: the rows have to be moved in the drawing.",
  },
  judge({ file, pages, report }) {
    const styleOf = stylesOf(file);
    for (const facts of pages)
      for (const { value: along } of facts.of(DIMENSION_ROWS))
        for (const side of along.sides)
          side.forEach((row, i) => {
            const [first] = row.dimensions;
            const rows = first && styleOf(first)?.style.rows;
            if (!first || !rows || rows[0] !== "overall") return;
            const outer = side.slice(i + 1).find((each) => isCoarser(row, each));
            if (!outer) return;
            const words = figuresOf(row);
            report({
              page: facts.page.index,
              layer: layerOf(facts, first),
              placed: true,
              marks: figureMarks(row),
              message: () =>
                `The row ${words} stands inside one that parts it further (${figuresOf(outer)}); it belongs outside it.`,
              measured: words,
            });
          });
  },
});

const stopsOf = ({ dimensions }: DimensionRow): number[] => dimensions.flatMap(({ fromMm, toMm }) => [fromMm, toMm]);

/** Whether all stops of a row are stops of another of the same length that has more of them. */
function isCoarser(row: DimensionRow, other: DimensionRow): boolean {
  const sameEnds =
    Math.abs(row.fromMm - other.fromMm) <= SAME_STOP_MM && Math.abs(row.toMm - other.toMm) <= SAME_STOP_MM;
  if (!sameEnds || other.dimensions.length <= row.dimensions.length) return false;
  const stops = stopsOf(other);
  return stopsOf(row).every((stop) => stops.some((each) => Math.abs(each - stop) <= SAME_STOP_MM));
}
