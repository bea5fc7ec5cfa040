import type { Marks } from "../../drawing";
import type { DimensionRow } from "../../recognise/dimensions/rows";

/** The figures of a row from one end to the other: `1200, 3600, 1200`. */
export const figuresOf = ({ dimensions }: DimensionRow): string =>
  dimensions.map(({ dimension }) => dimension.figure.text).join(", ");

/** The strings that a row's figures are written in. */
export const figureMarks = ({ dimensions }: DimensionRow): Marks => ({
  of: "texts",
  rows: Uint32Array.from(dimensions.flatMap(({ dimension }) => dimension.figure.rows)).sort(),
});
