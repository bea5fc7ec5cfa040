import { mm } from "../../base/words";
import { boxOfPoints } from "../../drawing";
import { DIMENSION_ROWS, type DimensionRow, type RowsAlong } from "../../recognise/dimensions/rows";
import { FACES } from "../../recognise/dimensions/faces";
import type { Parameter } from "../../recognise/parameter";
import { pointAt } from "../../recognise/dimensions/stops";
import { rule } from "../rule";
import { stylesOf } from "./judged-by";
import { layerOf } from "./value-not-length";

const OFF: Parameter = {
  rule: "dim/row-spacing",
  name: "offMm",
  title: "Off on paper",
  unit: "mm on paper",
  usual: 0.5,
  least: 0.05,
  most: 10,
  sentence: "The first row and the pitch of further rows may differ by this from what the style says.",
};

export const rowSpacing = rule({
  id: "dim/row-spacing",
  title: "Dimension rows not at their style's spacing",
  severity: "mend",
  scope: "page",
  needs: ["dimensionStyles"],
  reads: [DIMENSION_ROWS, FACES],
  parameters: [OFF],
  page: {
    measures:
      "From the outermost wall face on a side to the first row, and from each row to the next, on paper. The wall face is the outermost of the heaviest lines that run along the row; eaves, sills and steps don't count.",
    why: "Rows at one distance can be found without looking, and leave room for the lettering between them.",
    right: "12 mm to the first row and 8 mm to each further one, where the style says so.",
    wrong: "18 mm and 9 mm.",
    cannotSee:
      "The distance of the first row where no heavy line runs along it. Dimensions inside a building stand in no row.",
    mend: "None: the rows have to be moved in the drawing.",
  },
  judge({ file, pages, report, valueOf }) {
    const styleOf = stylesOf(file);
    const off = valueOf(OFF);
    for (const facts of pages) {
      const faces = facts.of(FACES)[0]?.value;
      for (const { value: along } of facts.of(DIMENSION_ROWS))
        for (const side of along.sides) {
          const [first] = side;
          const style = first?.dimensions[0] && styleOf(first.dimensions[0])?.style;
          if (!first || !style) continue;
          const tell = (
            row: DimensionRow,
            fromLeftMm: number,
            expected: number,
            what: string,
            astray: number,
          ): number => {
            const measured = Math.abs(row.leftMm - fromLeftMm);
            if (Math.abs(measured - expected) <= off) return 0;
            if (astray !== 0 && Math.abs(measured - expected + astray) <= off) return 0;
            const rounded = Math.round(measured * 10) / 10;
            report({
              page: facts.page.index,
              layer: layerOf(facts, row.dimensions[0]!),
              marks: {
                of: "paths",
                rows: Uint32Array.from(new Set(row.dimensions.flatMap(({ dimension }) => dimension.rows.slice(0, 1)))),
              },
              regionMm: boxOfPoints([row.fromMm, row.toMm].map((each) => pointAt(along.carrier, each, row.leftMm))),
              shapes: [distance(along, row, fromLeftMm, mm(rounded))],
              message: () => `A row of dimensions stands ${mm(rounded)} ${what}, where the style says ${mm(expected)}.`,
              measured: rounded,
              expected,
              unit: "mm",
            });
            return measured - expected;
          };
          const face = faces?.behind(along, first);
          // One row that was moved stands wrong from the one inside it, and the next by as much from it.
          let astray = face === undefined ? 0 : tell(first, face, style.firstRowMm, "from the wall", 0);
          side.slice(1).forEach((row, i) => {
            astray = tell(row, side[i]!.leftMm, style.pitchMm, "from the row inside it", astray);
          });
        }
    }
  },
});

const distance = (along: RowsAlong, row: DimensionRow, fromLeftMm: number, words: string) =>
  ({
    kind: "distance",
    fromMm: pointAt(along.carrier, (row.fromMm + row.toMm) / 2, fromLeftMm),
    toMm: pointAt(along.carrier, (row.fromMm + row.toMm) / 2, row.leftMm),
    words,
  }) as const;
