import { Length } from "../../quantity";
import { chainBetween, DIMENSION_ROWS, type PlacedDimension } from "../../recognise/dimensions/rows";
import { pointAt } from "../../recognise/dimensions/stops";
import { rule } from "../rule";
import { inItsUnits } from "../../quantity";
import { measuredShape } from "./in-words";
import { layerOf, VALUE_OFF, wrongValue } from "./value-not-length";

export const rowSum = rule({
  id: "dim/row-sum",
  title: "A row that does not add up to the one outside it",
  severity: "stop",
  needs: [],
  reads: [DIMENSION_ROWS],
  parameters: [],
  page: {
    measures:
      "Of each dimension, the written values of the row inside it that lead from its one point to the other without a gap: added up, against what it says. They may differ by half of the last place of each.",
    why: "Rows are read against each other on site. A row that does not add up has a wrong figure, or something is drawn wrong.",
    right: "1350, 3600 and 1050 inside 6000.",
    wrong: "1350, 3600 and 1000 inside 6000.",
    cannotSee:
      "Rows with a gap, or with values that were left out. A value that is not its drawn length is told by dim/value-not-length, and not again here.",
    mend: "None: only who drew it knows which figure is right.",
  },
  judge({ file, pages, report }) {
    const off = file.valueOf(VALUE_OFF);
    for (const facts of pages)
      for (const { value: along } of facts.of(DIMENSION_ROWS))
        for (const side of along.sides)
          side.forEach((outer, i) => {
            const inner = side.slice(0, i).reverse();
            for (const whole of outer.dimensions) {
              const chain = inner
                .map((row) => chainBetween(row, whole.fromMm, whole.toMm))
                .find((each) => each && each.length > 1);
              const reading = whole.reading;
              if (!chain || !reading) continue;
              const all = [whole, ...chain];
              if (all.some((each) => !each.reading || wrongValue(each, off))) continue;
              const sum = sumOf(chain);
              // Stops that only seem to be one: what is drawn does not add up, either.
              const drawn =
                chain.reduce((total, each) => total + (each.drawnLengthMm ?? 0), 0) - (whole.drawnLengthMm ?? 0);
              const mayDiffer = all.reduce((most, each) => most + (each.reading?.halfLastMm ?? 0), 0);
              const difference = sum.minus(reading.length).toNumber();
              // Written to the same place, rows add up exactly.
              const isExact = all.every((each) => each.reading?.halfLastMm === reading.halfLastMm);
              if (Math.abs(difference) <= (isExact ? 1e-6 : mayDiffer)) continue;
              if (Math.abs(drawn - difference) < Math.abs(difference) / 2) continue;
              const { form } = whole.dimension.written;
              report({
                page: facts.page.index,
                layer: layerOf(facts, whole),
                placed: true,
                marks: {
                  of: "texts",
                  rows: Uint32Array.from(all.flatMap(({ dimension }) => dimension.figure.rows)).sort(),
                },
                shapes: [
                  measuredShape(whole.dimension, `adds up to ${inItsUnits(sum.toNumber(), reading, form)}`),
                  ...chain.map(({ dimension }) => measuredShape(dimension, "")),
                  {
                    kind: "line",
                    fromMm: pointAt(along.carrier, whole.fromMm, outer.leftMm),
                    toMm: pointAt(along.carrier, whole.toMm, outer.leftMm),
                  },
                ],
                message: () =>
                  `${chain.map(({ dimension }) => dimension.figure.text).join(" + ")} = ${inItsUnits(sum.toNumber(), reading, form)}, but the row outside says ${whole.dimension.figure.text}: ${inItsUnits(Math.abs(difference), reading, form)} ${difference > 0 ? "too much" : "too little"}.`,
                measured: Number(sum.toNumber().toFixed(2)),
                expected: Number(reading.length.toNumber().toFixed(2)),
                unit: "mm",
              });
            }
          });
  },
});

const sumOf = (chain: readonly PlacedDimension[]): Length =>
  chain.reduce((sum, { reading }) => (reading ? sum.plus(reading.length) : sum), Length.zero);
