import { lengthStyle } from "../../plot/dimension-rows";
import type { LengthStyle } from "../../quantity";
import type { JudgedDimension } from "../../recognise/dimensions/drawings";
import type { FileFacts } from "../../recognise/recogniser";
import { FEET_SYSTEMS, type DimensionStyleEntry, type UnitStyleEntry } from "../../standard/plain";

/** The style that a dimension is judged by, with how it writes lengths. */
export interface JudgedBy {
  readonly style: DimensionStyleEntry;
  readonly units: UnitStyleEntry;
  readonly lengths: LengthStyle;
}

/** The styles of a standard by the units that they write, the drawing kind's own first. */
export function stylesOf({ standard }: FileFacts): (dimension: JudgedDimension) => JudgedBy | undefined {
  const { dimensionStyles, unitStyles } = standard.standard;
  const own = [standard.kind?.dimensionStyle, standard.kind?.otherDimensionStyle];
  const isOwn = ({ id }: DimensionStyleEntry): number => Number(own.includes(id));
  const sorted = [...dimensionStyles].sort((a, b) => isOwn(b) - isOwn(a));
  const all = sorted.flatMap((style): JudgedBy[] => {
    const units = unitStyles.find(({ id }) => id === style.unitStyle);
    return units ? [{ style, units, lengths: lengthStyle(units) }] : [];
  });
  const inFeet = all.find(({ units }) => FEET_SYSTEMS.has(units.system));
  const metric = all.find(({ units }) => !FEET_SYSTEMS.has(units.system));
  return ({ reading }) => (reading?.unit === "in" || reading?.unit === "ft" ? inFeet : metric);
}
