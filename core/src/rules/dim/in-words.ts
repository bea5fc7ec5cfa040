import type { Shape } from "../../drawing";
import { formatLength, Length, type Reading, type WrittenForm } from "../../quantity";
import type { Dimension } from "../../recognise/dimensions/dimension";

/** A length in the units in which a drawing writes its own: feet and inches, metres, millimetres. */
export function inItsUnits(lengthMm: number, reading: Reading, form: WrittenForm): string {
  const length = Length.of(Number(lengthMm.toFixed(4)), "mm");
  if (form.system === "feet-inches") return formatLength(length, { system: "feet-inches", finestFraction: 16 });
  if (form.system === "inches") return formatLength(length, { system: "inches", finestFraction: 16 });
  if (reading.unit === "ft") return `${length.toNumber("ft").toFixed(2)} ft`;
  if (reading.unit === "m") return `${length.toNumber("m").toFixed(3)} m`;
  return `${Number(lengthMm.toFixed(1))} mm`;
}

/** What was measured of a dimension: its two points, and what is said of them. */
export const measuredShape = ({ from, to }: Dimension, words: string): Shape => ({
  kind: "distance",
  fromMm: from.atMm,
  toMm: to.atMm,
  words,
});
