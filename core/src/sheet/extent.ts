import { PAINT, pathBox, textBox, type BoxMm, type Page } from "../drawing";

/** The box of all that shows on a page; undefined for an empty one. Marks beyond the page count up to its edge. */
export function extentOf(page: Page): BoxMm | undefined {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  const add = ({ x, y, width, height }: BoxMm): void => {
    minX = Math.min(minX, x);
    minY = Math.min(minY, y);
    maxX = Math.max(maxX, x + width);
    maxY = Math.max(maxY, y + height);
  };
  for (let row = 0; row < page.paths.count; row++)
    if (!((page.paths.paint[row] ?? 0) & PAINT.hidden)) add(pathBox(page.paths, row));
  for (let row = 0; row < page.texts.count; row++)
    if (!((page.texts.paint[row] ?? 0) & PAINT.hidden)) add(textBox(page.texts, row));
  for (const image of page.images) add(image.boxMm);
  [minX, minY, maxX, maxY] = [
    Math.max(0, minX),
    Math.max(0, minY),
    Math.min(page.widthMm, maxX),
    Math.min(page.heightMm, maxY),
  ];
  return maxX > minX && maxY > minY ? { x: minX, y: minY, width: maxX - minX, height: maxY - minY } : undefined;
}
