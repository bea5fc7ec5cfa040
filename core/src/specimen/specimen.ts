import { StandardLookup, type Entry, type ListName, type OfficeStandard } from "../standard/plain";
import { wallSpecimen, openingSpecimen, slopeSpecimen } from "./building";
import { codeSpecimen, labelSpecimen } from "./codes";
import { dimensionSpecimen } from "./dimensions";
import { hatchSpecimen } from "./hatches";
import { layerSpecimen, lineTypeSpecimen, penScheduleSpecimen, penSpecimen } from "./lines";
import { reductionSpecimen } from "./reductions";
import { frameSpecimen, noteSpecimen, scaleSpecimen, sheetSizeSpecimen } from "./sheets";
import type { Specimen, SpecimenContext } from "./form";
import { fontSpecimen, textSpecimen } from "./text";

export interface SpecimenOptions {
  /** Building millimetres per paper millimetre, for what depends on the scale. */
  readonly scale?: number;
  /** What text specimens say. */
  readonly sample?: string;
  readonly widthMm?: number;
}

export const SPECIMEN_MM = 84;
const USUAL_SCALE = 50;

const MAKERS: Partial<Record<ListName, (entry: never, context: SpecimenContext) => Specimen | undefined>> = {
  reductions: reductionSpecimen,
  layers: layerSpecimen,
  pens: penSpecimen,
  lineTypes: lineTypeSpecimen,
  penSchedules: penScheduleSpecimen,
  hatches: hatchSpecimen,
  textStyles: textSpecimen,
  fonts: fontSpecimen,
  dimensionStyles: dimensionSpecimen,
  frames: frameSpecimen,
  sheetSizes: sheetSizeSpecimen,
  scales: scaleSpecimen,
  codes: codeSpecimen,
  labelPatterns: labelSpecimen,
  wallTypes: wallSpecimen,
  openings: openingSpecimen,
  slopes: slopeSpecimen,
  notes: noteSpecimen,
};

export const hasSpecimen = (list: ListName): boolean => Object.hasOwn(MAKERS, list);

/** The specimen of an entry as the standard stands; undefined where there is nothing to draw. */
export function specimen(
  standard: OfficeStandard,
  list: ListName,
  entry: Entry,
  options: SpecimenOptions = {},
): Specimen | undefined {
  const make = MAKERS[list];
  if (!make) return undefined;
  return make(entry as never, {
    standard,
    lookup: new StandardLookup(standard),
    scale: options.scale ?? USUAL_SCALE,
    sample: options.sample,
    widthMm: options.widthMm ?? SPECIMEN_MM,
  });
}
