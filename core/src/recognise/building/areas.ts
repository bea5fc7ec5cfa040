/** An area as it is written. */
export interface WrittenArea {
  /** Square metres. */
  readonly m2: number;
  /** Half of the last place that is written, square metres. */
  readonly halfLastM2: number;
  readonly unit: "m²" | "sq ft";
  /** The figure in its unit. */
  readonly figure: number;
  readonly decimals: number;
}

const METRIC = /^(?:area|a)?\s*[:=]?\s*(\d{1,6}(?:[.,]\d{1,3})?)\s*(?:m²|m2|m\^2|sq\.?\s?m\.?|sqm)$/i;
const FEET =
  /^(?:area|a)?\s*[:=]?\s*(\d{1,3}(?:,\d{3})+|\d{1,7}(?:\.\d{1,2})?)\s*(?:sq\.?\s?ft\.?|s\.?f\.?|ft²|ft2|sqft|□')$/i;
/** Square metres of one square foot: 0.3048² exactly. */
export const M2_OF_FT2 = 0.09290304;

/** Reads an area with its unit, as rooms are labelled: `12.5 m²`, `133 SF`; undefined for any other text. */
export function readArea(text: string): WrittenArea | undefined {
  const plain = text.trim();
  if (plain.length > 40) return undefined;
  const metric = METRIC.exec(plain)?.[1];
  if (metric !== undefined) return areaOf(metric.replace(",", "."), "m²", 1);
  const feet = FEET.exec(plain)?.[1];
  return feet === undefined ? undefined : areaOf(feet.replaceAll(",", ""), "sq ft", M2_OF_FT2);
}

function areaOf(figure: string, unit: WrittenArea["unit"], m2: number): WrittenArea {
  const decimals = figure.includes(".") ? figure.length - figure.indexOf(".") - 1 : 0;
  return {
    m2: Number(figure) * m2,
    halfLastM2: (0.5 * m2) / 10 ** decimals,
    unit,
    figure: Number(figure),
    decimals,
  };
}

/** An area in the unit and with the places of another. */
export const inUnitOf = (m2: number, { unit, decimals }: WrittenArea): string =>
  `${(unit === "m²" ? m2 : m2 / M2_OF_FT2).toFixed(decimals)} ${unit}`;
