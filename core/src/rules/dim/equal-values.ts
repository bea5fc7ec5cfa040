import { counted, mm } from "../../base/words";
import { DIMENSION_ROWS, type DimensionRow, type PlacedDimension } from "../../recognise/dimensions/rows";
import type { PageFacts } from "../../recognise/recogniser";
import type { Report } from "../rule";
import { measuredShape } from "./in-words";

/** Dimensions of one row that are all said to be equal, and are not. */
export function unequalDimensions(facts: PageFacts, offMm: number): Report[] {
  return facts.of(DIMENSION_ROWS).flatMap(({ value }) => value.rows.flatMap((row) => unequal(facts, row, offMm) ?? []));
}

function unequal({ page }: PageFacts, { dimensions }: DimensionRow, offMm: number): Report | undefined {
  const equal = dimensions.filter(({ dimension }) => dimension.written.kind === "equal");
  const lengths = equal.map(({ dimension }) => dimension.drawnMm).sort((a, b) => a - b);
  const [least = 0, most = 0] = [lengths[0], lengths.at(-1)];
  if (equal.length < 2 || most - least <= offMm) return undefined;
  const middle = lengths[Math.floor((lengths.length - 1) / 2)] ?? 0;
  const others = equal.filter(({ dimension }) => Math.abs(dimension.drawnMm - middle) > offMm);
  const wrong = equal.length === 2 || others.length === 0 ? equal : others;
  const [first] = wrong;
  const onPaper = (each: PlacedDimension): string => mm(Number(each.dimension.drawnMm.toFixed(2)));
  return {
    page: page.index,
    layer: page.texts.layer[first?.dimension.figure.rows[0] ?? 0] ?? -1,
    placed: true,
    marks: { of: "texts", rows: Uint32Array.from(wrong.flatMap(({ dimension }) => dimension.figure.rows)).sort() },
    shapes: equal.map((each) => measuredShape(each.dimension, onPaper(each))),
    message: () =>
      `${counted(equal.length, "dimension")} of a row are said to be equal, but ${mm(Number(least.toFixed(2)))} to ${mm(Number(most.toFixed(2)))} are drawn on paper.`,
    measured: Number((most - least).toFixed(2)),
    expected: 0,
    unit: "mm",
  };
}
