import type { BoxMm, Viewport } from "../../drawing";
import { parseScale } from "../../quantity";
import { arrayAt, dictAt, dictOf, lookup, nameAt, numberAt, numbersAt, textOf } from "./objects";
import type { Dict } from "./syntax/values";

/** Millimetres of the units that measure dictionaries are written with. */
const UNIT_MM: Record<string, number> = {
  mm: 1,
  cm: 10,
  dm: 100,
  m: 1000,
  km: 1e6,
  in: 25.4,
  '"': 25.4,
  ft: 304.8,
  "'": 304.8,
  yd: 914.4,
  pt: 25.4 / 72,
};

/**
 * The scales that the file states for parts of a page: rectilinear measure dictionaries of the
 * page's viewports (ISO 32000-1, 12.9). `unitMm` is the length of one default user-space unit.
 */
export function readViewports(page: Dict, unitMm: number, toBox: (rect: readonly number[]) => BoxMm): Viewport[] {
  return arrayAt(page, "VP").flatMap((entry) => {
    const viewport = dictOf(entry);
    const measure = dictAt(viewport, "Measure");
    const rect = numbersAt(viewport, "BBox");
    if (!viewport || !measure || rect.length !== 4 || (nameAt(measure, "Subtype") ?? "RL") !== "RL") return [];
    const ratio = textOf(lookup(measure, "R")) ?? "";
    const buildingPerPaper = fromUnits(measure, unitMm) ?? fromWords(ratio);
    if (buildingPerPaper === undefined) return [];
    return [{ boxMm: toBox(rect), name: textOf(lookup(viewport, "Name")) ?? "", buildingPerPaper, ratio }];
  });
}

/** The first number format of /X says how many of its units one unit of user space is. */
function fromUnits(measure: Dict, unitMm: number): number | undefined {
  const format = dictOf(arrayAt(measure, "X")[0]);
  const factor = numberAt(format, "C");
  const label = textOf(lookup(format, "U"))?.trim().toLowerCase();
  const unit = label === undefined ? undefined : UNIT_MM[label];
  if (factor === undefined || unit === undefined || factor <= 0) return undefined;
  return (factor * unit) / unitMm;
}

function fromWords(ratio: string): number | undefined {
  const scale = parseScale(ratio);
  return scale.ok ? scale.value.toNumber() : undefined;
}
