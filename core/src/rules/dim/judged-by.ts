import { lengthStyle } from "../../plot/dimension-rows";
import type { LengthStyle } from "../../quantity";
import type { JudgedDimension } from "../../recognise/dimensions/drawings";
import type { FileFacts } from "../../recognise/recogniser";
import type { DimensionStyleEntry, UnitStyleEntry } from "../../standard/plain";

/** The style that a dimension is judged by, with how it writes lengths. */
export interface JudgedBy {
  readonly style: DimensionStyleEntry;
  readonly units: UnitStyleEntry;
  readonly lengths: LengthStyle;
}

const FEET = new Set<UnitStyleEntry["system"]>(["feet-inches", "inches", "decimal-feet"]);

/** The styles of a standard by the units that they write, the drawing kind's own first. */
export function stylesOf({ standard }: FileFacts): (dimension: JudgedDimension) => JudgedBy | undefined {
  const { dimensionStyles, unitStyles } = standard.standard;
  const own = standard.kind?.dimensionStyle;
  const sorted = [...dimensionStyles].sort((a, b) => Number(b.id === own) - Number(a.id === own));
  const all = sorted.flatMap((style): JudgedBy[] => {
    const units = unitStyles.find(({ id }) => id === style.unitStyle);
    return units ? [{ style, units, lengths: lengthStyle(units) }] : [];
  });
  const inFeet = all.find(({ units }) => FEET.has(units.system));
  const metric = all.find(({ units }) => !FEET.has(units.system));
  return ({ reading }) => (reading?.unit === "in" || reading?.unit === "ft" ? inFeet : metric);
}
