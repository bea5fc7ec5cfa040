import Flatbush from "flatbush";
import { PAINT, pathBox, type BoxMm, type Page, type PointMm } from "../drawing";
import { closedChains } from "./closed-chains";
import { LINE_WORK } from "./line-work";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** A frame of lettering is no larger than this, and no smaller. Millimetres on paper. */
const SIZE_MM = { least: 1, most: 200 };
const LEAST_POINTS = 4;
const POINTS_OF_OPEN = 5;

/** So many cells in a row are a table; two are a code over another. */
const CELLS_OF_TABLE = 3;
const SAME_MM = 0.2;
const isSame = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_MM;

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

  /** Whether a box is a cell of a table: one of three or more of a height side by side, or of a width above each other. */
  isCell(box: BoxMm): boolean {
    return ([0, 1] as const).some((axis) => 1 + this.next(box, axis, 1) + this.next(box, axis, -1) >= CELLS_OF_TABLE);
  }

  /** How many boxes follow a box in one direction, each at the edge of the one before and as high or wide; no more are counted than say something. */
  private next(box: BoxMm, axis: 0 | 1, way: 1 | -1): number {
    let [at, count] = [box, 0];
    while (count < CELLS_OF_TABLE - 1) {
      const { x, y, width, height } = at;
      const [ahead, half] = [way * SAME_MM * 2, way === 1 ? 1 : 0];
      const place: PointMm =
        axis === 0 ? [x + half * width + ahead, y + height / 2] : [x + width / 2, y + half * height + ahead];
      const found = this.around(place).find((other) =>
        axis === 0
          ? isSame(other.y, y) &&
            isSame(other.height, height) &&
            isSame(way === 1 ? other.x - width : other.x + other.width, x)
          : isSame(other.x, x) &&
            isSame(other.width, width) &&
            isSame(way === 1 ? other.y - height : other.y + other.height, y),
      );
      if (!found) break;
      [at, count] = [found, count + 1];
    }
    return count;
  }
}

export const FRAMES: PageRecogniser<Frames> = {
  id: "frames",
  on: "page",
  ofDrawing: true,
  finds: "outlines that lettering may be framed by",
  from: "closed outlines, those that end where they begin, and lines that close one together",
  find: (facts) => {
    const lines = facts.of(LINE_WORK)[0]?.value;
    const boxes = [...framesOf(facts.page), ...(lines ? closedChains(lines).filter(isOfFrame) : [])];
    return [measuredOn(facts.page.index, new Frames(boxes))];
  },
};

const isOfFrame = ({ width, height }: BoxMm): boolean =>
  Math.max(width, height) <= SIZE_MM.most && Math.min(width, height) >= SIZE_MM.least;

function framesOf({ paths }: Page): BoxMm[] {
  const boxes: BoxMm[] = [];
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    const points = (paths.firstPoint[row + 1] ?? 0) - (paths.firstPoint[row] ?? 0);
    if (points < LEAST_POINTS || (paint & (PAINT.stroke | PAINT.hidden)) !== PAINT.stroke) continue;
    if ((paint & PAINT.closed) === 0 && points < POINTS_OF_OPEN) continue;
    const box = pathBox(paths, row);
    if (isOfFrame(box)) boxes.push(box);
  }
  return boxes;
}
