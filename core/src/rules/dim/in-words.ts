import type { Shape } from "../../drawing";
import type { Dimension } from "../../recognise/dimensions/dimension";

/** What was measured of a dimension: its two points, and what is said of them. */
export const measuredShape = ({ from, to }: Dimension, words: string): Shape => ({
  kind: "distance",
  fromMm: from.atMm,
  toMm: to.atMm,
  words,
});
