import Flatbush from "flatbush";
import { PAINT, pathBox, type BoxMm, type Page, type PointMm } from "../drawing";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** A frame of lettering is no larger than this, and no smaller. Millimetres on paper. */
const SIZE_MM = { least: 1, most: 200 };
const LEAST_POINTS = 4;
const POINTS_OF_OPEN = 5;

/** Closed outlines that lettering may stand in, by where they stand. */
export class Frames {
  private readonly index: Flatbush | undefined;

  constructor(readonly boxes: readonly BoxMm[]) {
    if (boxes.length === 0) return;
    this.index = new Flatbush(boxes.length);
    for (const { x, y, width, height } of boxes) this.index.add(x, y, x + width, y + height);
    this.index.finish();
  }

  /** Those around a place, or no farther beside it than `byMm`. */
  around([x, y]: PointMm, byMm = 0): BoxMm[] {
    return (this.index?.search(x - byMm, y - byMm, x + byMm, y + byMm) ?? []).flatMap((i) => this.boxes[i] ?? []);
  }
}

export const FRAMES: PageRecogniser<Frames> = {
  id: "frames",
  on: "page",
  ofDrawing: true,
  finds: "outlines that lettering may be framed by",
  from: "closed outlines, and those that end where they begin",
  find: ({ page }) => [measuredOn(page.index, new Frames(framesOf(page)))],
};

function framesOf({ paths }: Page): BoxMm[] {
  const boxes: BoxMm[] = [];
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    const points = (paths.firstPoint[row + 1] ?? 0) - (paths.firstPoint[row] ?? 0);
    if (points < LEAST_POINTS || (paint & (PAINT.stroke | PAINT.hidden)) !== PAINT.stroke) continue;
    if ((paint & PAINT.closed) === 0 && points < POINTS_OF_OPEN) continue;
    const box = pathBox(paths, row);
    if (Math.max(box.width, box.height) <= SIZE_MM.most && Math.min(box.width, box.height) >= SIZE_MM.least)
      boxes.push(box);
  }
  return boxes;
}
