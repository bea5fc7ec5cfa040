import {
  DIMENSION_ROWS,
  gridStops,
  overlapMm,
  SAME_STOP_MM,
  standsOnGrid,
  stopsOf,
  type DimensionRow,
} from "../../recognise/dimensions/rows";
import { GRID_LINES } from "../../recognise/grid-lines";
import { rule } from "../rule";
import { stylesOf } from "./judged-by";
import { figureMarks, figuresOf } from "./row-in-words";
import { layerOf } from "./value-not-length";

export const rowOrder = rule({
  id: "dim/row-order",
  title: "Dimension rows that are not in the office's order",
  severity: "mend",
  scope: "page",
  needs: ["dimensionStyles"],
  reads: [DIMENSION_ROWS, GRID_LINES],
  parameters: [],
  page: {
    measures:
      "Rows on one side of a drawing, from the outermost in: a row whose stops are all stops of another is the coarser of the two, and stands outside it; the overall row stands outside all. A row whose stops all lie on grid lines is that of the grid, and stands where the style has it.",
    why: "People read rows from the whole to its parts. A row in the wrong place is misread, and its extension lines cross the others.",
    right: "Overall, grid, masses, openings, from the outermost in.",
    wrong: "The overall length inside the openings.",
    cannotSee:
      "Which of two rows is of the masses and which of the openings where neither has all the stops of the other, and rows of a grid without bubbles.",
    mend: "None: the rows have to be moved in the drawing.",
  },
  judge({ file, pages, report }) {
    const styleOf = stylesOf(file);
    for (const facts of pages) {
      for (const { value: along } of facts.of(DIMENSION_ROWS)) {
        if (along.sides.every(({ length }) => length < 2)) continue;
        const grid = facts.of(GRID_LINES).map(({ value }) => value);
        const onGrid = gridStops(along.carrier, grid);
        for (const side of along.sides)
          side.forEach((row, i) => {
            const [first] = row.dimensions;
            const style = first && styleOf(first)?.style;
            if (!first || style?.rows[0] !== "overall") return;
            const { rows } = style;
            const beyond = side.slice(i + 1);
            // One that repeats another is told for that alone; where that is done, the outer one of the two is the overall.
            const others = style.repeats === "left-out" ? side : beyond;
            if (others.some((other) => other !== row && isSameRow(row, other))) return;
            const outer = beyond.find((each) => isCoarser(row, each)) ?? astrayFromGrid(row, beyond, rows, onGrid);
            if (!outer) return;
            const words = figuresOf(row);
            report({
              page: facts.page.index,
              layer: layerOf(facts, first),
              placed: true,
              marks: figureMarks(row),
              message: () =>
                isCoarser(row, outer)
                  ? `The row ${words} stands inside one that parts it further (${figuresOf(outer)}); it belongs outside it.`
                  : `The row of the grid (${words}) stands inside ${figuresOf(outer)}; it belongs outside it.`,
              measured: words,
            });
          });
      }
    }
  },
});

/** The first row beyond one of the grid that is neither the overall one nor of the grid, where the style has the grid outside the others. */
function astrayFromGrid(
  row: DimensionRow,
  beyond: readonly DimensionRow[],
  order: readonly string[],
  onGrid: readonly number[],
): DimensionRow | undefined {
  const isOnGrid = (each: DimensionRow): boolean => each.dimensions.length >= 2 && standsOnGrid(each, onGrid);
  const place = order.indexOf("grid");
  const isOutermost =
    place >= 0 && ["masses", "openings"].every((kind) => !order.includes(kind) || order.indexOf(kind) > place);
  if (!isOutermost || !isOnGrid(row)) return undefined;
  return beyond.find((each) => each.dimensions.length >= 2 && overlapMm(row, each) > 0 && !isOnGrid(each));
}

/** Whether two rows have the same stops. */
const isSameRow = (a: DimensionRow, b: DimensionRow): boolean =>
  a.dimensions.length === b.dimensions.length &&
  stopsOf(a).every((stop, i) => Math.abs(stop - stopsOf(b)[i]!) <= SAME_STOP_MM);

/** Whether all stops of a row are stops of another of the same length that has more of them. */
function isCoarser(row: DimensionRow, other: DimensionRow): boolean {
  const sameEnds =
    Math.abs(row.fromMm - other.fromMm) <= SAME_STOP_MM && Math.abs(row.toMm - other.toMm) <= SAME_STOP_MM;
  if (!sameEnds || other.dimensions.length <= row.dimensions.length) return false;
  const stops = stopsOf(other);
  return stopsOf(row).every((stop) => stops.some((each) => Math.abs(each - stop) <= SAME_STOP_MM));
}
