import { mm } from "../../base/words";
import { DIMENSION_SEARCH } from "../../recognise/dimensions/dimensions";
import { DRAWN_PARTS, type JudgedDimension } from "../../recognise/dimensions/drawings";
import { DIMENSION_ROWS } from "../../recognise/dimensions/rows";
import { RUNNING_DIMENSIONS } from "../../recognise/dimensions/running";
import { ROUND_DIMENSIONS } from "../../recognise/dimensions/round";
import { scaleInWords } from "../../recognise/dimensions/scale-in-words";
import type { Parameter } from "../../recognise/parameter";
import type { PageFacts } from "../../recognise/recogniser";
import { rule } from "../rule";
import { inItsUnits } from "../../quantity";
import { unequalDimensions } from "./equal-values";
import { measuredShape } from "./in-words";
import { wrongRoundValues } from "./round-values";

export const VALUE_OFF: Parameter = {
  rule: "dim/value-not-length",
  name: "offMm",
  title: "Off on paper",
  unit: "mm on paper",
  usual: 0.2,
  least: 0.01,
  most: 5,
  sentence: "A written value may differ from the drawn length by this on paper, and by half of the last place written.",
};

export const valueNotLength = rule({
  id: "dim/value-not-length",
  title: "Written value differs from the drawn length",
  severity: "stop",
  scope: "page",
  needs: [],
  reads: [DIMENSION_SEARCH, DRAWN_PARTS, DIMENSION_ROWS, ROUND_DIMENSIONS, RUNNING_DIMENSIONS],
  parameters: [VALUE_OFF],
  page: {
    measures:
      "The distance between the two points of each dimension on paper, times the scale that most dimensions of its drawing agree on (the stated scale where fewer than three do), against what is written; so the radius or diameter of the arc that a figure's line ends on, the angle between the ends of an arc, the length along one, and the distance from a zero line. Dimensions of one row that are said to be equal (EQ) are measured against each other.",
    why: "A dimension line that was cut loose from the building keeps its old value when the building changes. People build what is written.",
    right: "3600, where 72 mm are drawn at 1:50.",
    wrong: "3600, where 69 mm are drawn at 1:50: 3450 mm.",
    cannotSee:
      "Dimensions without a figure. Where fewer than three dimensions of a drawing agree and no scale is stated, nothing is judged.",
    mend: "None: only who drew it knows whether the drawing or the figure is right.",
  },
  judge({ pages, report, leaveOpen, valueOf }) {
    const off = valueOf(VALUE_OFF);
    for (const facts of pages) {
      if (facts.of(DIMENSION_SEARCH)[0]?.value.isCut)
        leaveOpen(
          `On page ${facts.page.index} so many lines lie upon each other that not all of its dimensions were looked for.`,
        );
      const round = wrongRoundValues(facts, off);
      round.reports.forEach(report);
      unequalDimensions(facts, off).forEach(report);
      if (round.open > 0)
        leaveOpen(
          "The scale of some radii, diameters and the like is neither implied nor stated, so they can't be checked.",
        );
      for (const { value: part } of facts.of(DRAWN_PARTS)) {
        if (part.dimensions.some(({ reading, drawnLengthMm }) => reading && drawnLengthMm === undefined))
          leaveOpen("The scale of some dimensions is neither implied nor stated, so they can't be checked.");
        for (const each of part.dimensions) {
          const wrong = wrongValue(each, off);
          if (!wrong) continue;
          const { dimension, reading } = each;
          const { form } = dimension.written;
          const scale = part.implied?.scale ?? part.stated?.scale;
          const drawn = inItsUnits(wrong.drawnMm, reading!, form);
          report({
            page: facts.page.index,
            layer: layerOf(facts, each),
            placed: true,
            marks: { of: "texts", rows: Uint32Array.from(dimension.figure.rows) },
            shapes: [measuredShape(dimension, `${drawn} drawn`)],
            message: () =>
              `“${dimension.figure.text}” is written, but ${drawn} is drawn: ${mm(Number(dimension.drawnMm.toFixed(2)))} on paper${scale ? ` at ${scaleInWords(part, scale)}` : ""}. The difference is ${inItsUnits(Math.abs(wrong.drawnMm - wrong.writtenMm), reading!, form)}.`,
            measured: Number(wrong.drawnMm.toFixed(1)),
            expected: Number(wrong.writtenMm.toFixed(1)),
            unit: "mm",
          });
        }
      }
    }
  },
});

/** What is written and what is drawn where they differ by more than they may; undefined where they don't, or can't be told. */
export function wrongValue(
  { dimension, reading, drawnLengthMm }: JudgedDimension,
  offMm: number,
): { readonly writtenMm: number; readonly drawnMm: number } | undefined {
  if (!reading || drawnLengthMm === undefined) return undefined;
  const writtenMm = reading.length.toNumber();
  const mayDiffer = (offMm * drawnLengthMm) / dimension.drawnMm + reading.halfLastMm;
  return Math.abs(writtenMm - drawnLengthMm) > mayDiffer ? { writtenMm, drawnMm: drawnLengthMm } : undefined;
}

export const layerOf = ({ page }: PageFacts, { dimension }: JudgedDimension): number =>
  page.texts.layer[dimension.figure.rows[0] ?? 0] ?? dimension.layer;
