import { isInside, PAINT, straightsOfRow, type MarkSort, type Page } from "@hemstitch/core/drawing";

/** A mark of a page. */
export interface Picked {
  readonly of: MarkSort;
  readonly row: number;
}

/** What of lettering lies below its baseline, as a share of the height of capitals. */
const BELOW = 0.3;

/**
 * The mark that somebody points at: lettering under the point, else the nearest line within reach, else the topmost
 * area. Millimetres on paper. Of what is hidden or on a layer that is not shown, nothing.
 */
export function pickAt(
  page: Page,
  [x, y]: readonly [number, number],
  reachMm: number,
  layersShown: readonly boolean[],
): Picked | undefined {
  const shows = (of: MarkSort, row: number): boolean =>
    ((page[of].paint[row] ?? 0) & PAINT.hidden) === 0 && (layersShown[page[of].layer[row] ?? -1] ?? true);
  for (let row = page.texts.count - 1; row >= 0; row--)
    if (shows("texts", row) && isOnLettering(page, row, x, y, reachMm / 2)) return { of: "texts", row };
  let [line, least]: [number | undefined, number] = [undefined, reachMm];
  let area: number | undefined;
  for (let row = 0; row < page.paths.count; row++) {
    if (!shows("paths", row)) continue;
    const paint = page.paths.paint[row] ?? 0;
    if ((paint & PAINT.stroke) !== 0) {
      const away = distanceTo(page, row, x, y) - (page.paths.widthMm[row] ?? 0) / 2;
      if (away <= least) [line, least] = [row, away];
    } else if (isWithinArea(page, row, x, y)) area = row;
  }
  const row = line ?? area;
  return row === undefined ? undefined : { of: "paths", row };
}

function isOnLettering({ texts }: Page, row: number, x: number, y: number, reachMm: number): boolean {
  const turn = ((texts.angleDeg[row] ?? 0) * Math.PI) / 180;
  const [dx, dy] = [x - (texts.anchors[row * 2] ?? 0), y - (texts.anchors[row * 2 + 1] ?? 0)];
  const along = dx * Math.cos(turn) + dy * Math.sin(turn);
  const up = dy * Math.cos(turn) - dx * Math.sin(turn);
  const height = texts.heightMm[row] ?? 0;
  const length = texts.advanceMm[row] ?? 0;
  const isBlank = (texts.strings[row] ?? "").trim() === "";
  return !isBlank && along >= -reachMm && along <= length + reachMm && up >= -BELOW * height && up <= height + reachMm;
}

function distanceTo({ paths }: Page, row: number, x: number, y: number): number {
  let least = Infinity;
  straightsOfRow(paths, row, (x1, y1, x2, y2) => {
    const [dx, dy] = [x2 - x1, y2 - y1];
    const square = dx * dx + dy * dy;
    const share = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / square));
    least = Math.min(least, Math.hypot(x - x1 - share * dx, y - y1 - share * dy));
  });
  return least;
}

function isWithinArea({ paths }: Page, row: number, x: number, y: number): boolean {
  const ring: number[] = [];
  straightsOfRow(paths, row, (x1, y1) => ring.push(x1, y1));
  return ring.length >= 6 && isInside(ring, false, x, y);
}
