import { pathBox, textBox, type BoxMm, type Drawing } from "@hemstitch/core/drawing";
import type { Numbered } from "./numbered";

/** More boxes than this hide the sheet rather than show it. */
const MOST_BOXES = 2000;

/** The places of a finding on a page; for a finding about a layer, all that stands on that layer. */
export function placesOn(drawing: Drawing, page: number, finding: Numbered): readonly number[] {
  if (finding.placesMm.length > 0) return finding.page === page ? finding.placesMm : [];
  const sheet = drawing.pages[page - 1];
  if (!sheet || finding.layer === undefined) return [];
  const on = new Set(drawing.layers.flatMap((layer, id) => (layer.name === finding.layer ? [id] : [])));
  const places: number[] = [];
  const add = ({ x, y, width, height }: BoxMm): void => void places.push(x, y, width, height);
  for (let row = 0; row < sheet.paths.count && places.length < MOST_BOXES * 4; row++)
    if (on.has(sheet.paths.layer[row] ?? -1)) add(pathBox(sheet.paths, row));
  for (let row = 0; row < sheet.texts.count && places.length < MOST_BOXES * 4; row++)
    if (on.has(sheet.texts.layer[row] ?? -1)) add(textBox(sheet.texts, row));
  return places;
}
