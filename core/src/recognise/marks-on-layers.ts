import { PAINT, type Marks, type Page } from "../drawing";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** What stands on one layer of a page. */
export interface OnLayer {
  /** Index into the drawing's layers; -1 for marks on no layer. */
  readonly layer: number;
  /** All marks and pictures, hidden ones too. */
  readonly count: number;
  /** Rows of the visible marks. */
  visible(of: Marks["of"]): Uint32Array;
}

/** Layers with anything on them, in the order of the file; marks on no layer come first. */
export const MARKS_ON_LAYERS: PageRecogniser<OnLayer> = {
  id: "marks-on-layers",
  on: "page",
  ofDrawing: true,
  finds: "marks by layer",
  from: "the layer of each mark and picture",
  find: ({ page, file }) =>
    Array.from(marksPerLayer(page, file.drawing.layers.length)).flatMap((count, i) =>
      count === 0
        ? []
        : [measuredOn(page.index, { layer: i - 1, count, visible: (of: Marks["of"]) => visibleOn(page, of, i - 1) })],
    ),
};

/** Marks and pictures of each layer, hidden ones too; index 0 counts those on no layer. */
export function marksPerLayer(page: Page, layerCount: number): Uint32Array {
  const counts = new Uint32Array(layerCount + 1);
  const add = (layer: number): void => {
    counts[layer + 1] = (counts[layer + 1] ?? 0) + 1;
  };
  page.paths.layer.forEach(add);
  page.texts.layer.forEach(add);
  for (const image of page.images) add(image.layer);
  // A layer around others, or a further one of a membership, is used though no mark is on it alone.
  for (const layer of page.layersBeside) if (counts[layer + 1] === 0) add(layer);
  return counts;
}

function visibleOn(page: Page, of: Marks["of"], layer: number): Uint32Array {
  const { layer: column, paint } = page[of];
  const rows: number[] = [];
  for (let row = 0; row < column.length; row++)
    if (column[row] === layer && !((paint[row] ?? 0) & PAINT.hidden)) rows.push(row);
  return Uint32Array.from(rows);
}
