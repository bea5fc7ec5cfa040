import { DIMENSION_ROWS, SAME_STOP_MM, type DimensionRow } from "../../recognise/dimensions/rows";
import { rule } from "../rule";
import { stylesOf } from "./judged-by";
import { figureMarks, figuresOf } from "./row-in-words";
import { layerOf } from "./value-not-length";

export const rowRepeated = rule({
  id: "dim/row-repeated",
  title: "A row that repeats another",
  severity: "note",
  scope: "page",
  needs: ["dimensionStyles"],
  reads: [DIMENSION_ROWS],
  parameters: [],
  page: {
    measures:
      "Rows on one side of a drawing that have the same stops, where the dimension style leaves repeated rows out.",
    why: "A row that says the same as another costs room and tells nothing: a single mass equals the overall.",
    right: "One row of 24300, where the overall length is the only mass.",
    wrong: "Two rows of 24300, one beyond the other.",
    cannotSee: "Repeated rows that an office wants drawn and that are missing.",
    mend: "None: the row has to be taken out of the drawing.",
  },
  judge({ file, pages, report }) {
    const styleOf = stylesOf(file);
    for (const facts of pages)
      for (const { value: along } of facts.of(DIMENSION_ROWS))
        for (const side of along.sides)
          side.forEach((row, i) => {
            const [first] = row.dimensions;
            if (!first || styleOf(first)?.style.repeats !== "left-out") return;
            if (!side.slice(0, i).some((inner) => isRepeated(inner, row))) return;
            const words = figuresOf(row);
            report({
              page: facts.page.index,
              layer: layerOf(facts, first),
              placed: true,
              marks: figureMarks(row),
              message: () => `The row ${words} repeats the one inside it; the style leaves repeated rows out.`,
              measured: words,
            });
          });
  },
});

const isRepeated = (a: DimensionRow, b: DimensionRow): boolean =>
  a.dimensions.length === b.dimensions.length &&
  a.dimensions.every((each, i) => {
    const other = b.dimensions[i];
    return (
      other !== undefined &&
      Math.abs(each.fromMm - other.fromMm) <= SAME_STOP_MM &&
      Math.abs(each.toMm - other.toMm) <= SAME_STOP_MM
    );
  });
