import { markBox, type Drawing } from "@hemstitch/core/drawing";
import type { Picked } from "../sheet-view/pick";
import { placesOf, type Numbered } from "./numbered";

/** More boxes than this hide the sheet rather than show it. */
const MOST_BOXES = 2000;

/** The place of a mark. */
export function placeOf(drawing: Drawing, page: number, { of, row }: Picked): readonly number[] {
  const sheet = drawing.pages[page - 1];
  if (!sheet) return [];
  const { x, y, width, height } = markBox(sheet, of, row);
  return [x, y, width, height];
}

/** The places of a finding on a page; for a finding about a layer, all that stands on that layer. */
export function placesOn(drawing: Drawing, page: number, finding: Numbered): readonly number[] {
  if (finding.placesMm.length > 0) return placesOf(finding, page);
  const sheet = drawing.pages[page - 1];
  if (!sheet || finding.layer === undefined) return [];
  const on = new Set(drawing.layers.flatMap((layer, id) => (layer.name === finding.layer ? [id] : [])));
  const places: number[] = [];
  for (const sort of ["paths", "texts"] as const) {
    for (let row = 0; row < sheet[sort].count && places.length < MOST_BOXES * 4; row++) {
      if (!on.has(sheet[sort].layer[row] ?? -1)) continue;
      const { x, y, width, height } = markBox(sheet, sort, row);
      places.push(x, y, width, height);
    }
  }
  return places;
}
