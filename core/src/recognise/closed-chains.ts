import { boxOfPoints, type BoxMm, type PointMm } from "../drawing";
import type { LineWork } from "./line-work";

/**
 * What a draughtsman sees: a frame, whether a program drew it as one outline or as lines one after another. Lines close a
 * frame when each begins where another ends and nothing else ends there; a leader may touch it elsewhere. Of tables,
 * where three lines meet at a place, nothing is said here.
 */

/** Ends that meet. Millimetres. */
const MEET_MM = 0.06;
const SIDES = { least: 3, most: 8 };
const LONGEST_MM = 200;

/** Boxes around closed chains of straight lines, one for each. */
export function closedChains(lines: LineWork): BoxMm[] {
  const ends = new Ends(lines);
  const seen = new Uint8Array(lines.count);
  const boxes: BoxMm[] = [];
  for (let first = 0; first < lines.count; first++) {
    const corners = seen[first] === 1 ? undefined : chainFrom(lines, ends, first, seen);
    if (corners) boxes.push(boxOfPoints(corners));
  }
  return boxes;
}

/** The corners of the frame that a line is a side of; its sides are marked as seen. */
function chainFrom(lines: LineWork, ends: Ends, first: number, seen: Uint8Array): PointMm[] | undefined {
  const sides: number[] = [];
  const corners: PointMm[] = [];
  let [piece, end]: [number, 0 | 1] = [first, 1];
  while (sides.length < SIDES.most && lines.length(piece) <= LONGEST_MM) {
    const next = ends.meeting(piece, end);
    if (next < 0) return undefined;
    sides.push(piece);
    corners.push(lines.end(piece, end));
    [piece, end] = [next >> 1, (next & 1) === 0 ? 1 : 0];
    if (piece !== first) continue;
    if (end !== 1 || sides.length < SIDES.least) return undefined;
    for (const side of sides) seen[side] = 1;
    return corners;
  }
  return undefined;
}

/** Where more lines end than this, none of them is the corner of a frame. */
const MOST_ENDS = 64;
/** Cells in which ends are looked up. Millimetres. */
const CELL_MM = 0.5;

/** The ends of lines by where they lie: those of one cell are chained to each other. An end is twice its line's number, plus which. */
class Ends {
  private readonly first: Int32Array;
  private readonly next: Int32Array;

  constructor(private readonly lines: LineWork) {
    const count = 2 * lines.count;
    this.first = new Int32Array(2 ** Math.ceil(Math.log2(Math.max(2, count)))).fill(-1);
    this.next = new Int32Array(count);
    for (let end = 0; end < count; end++) {
      const cell = this.cellAt(this.at(end, 0) / CELL_MM, this.at(end, 1) / CELL_MM);
      this.next[end] = this.first[cell]!;
      this.first[cell] = end;
    }
  }

  /** The one end of another line that meets an end of a line; −1 where none does, or several do. */
  meeting(piece: number, which: 0 | 1): number {
    const own = 2 * piece + which;
    const [x, y] = [this.at(own, 0), this.at(own, 1)];
    let found = -1;
    let looked = 0;
    const [fromX, toX, fromY, toY] = [x - MEET_MM, x + MEET_MM, y - MEET_MM, y + MEET_MM].map((mm) =>
      Math.floor(mm / CELL_MM),
    ) as [number, number, number, number];
    for (let column = fromX; column <= toX; column++)
      for (let line = fromY; line <= toY; line++)
        for (let end = this.first[this.cellAt(column, line)]!; end >= 0; end = this.next[end]!) {
          if (++looked > MOST_ENDS) return -1;
          if (end === own || Math.hypot(this.at(end, 0) - x, this.at(end, 1) - y) > MEET_MM) continue;
          if (found >= 0 && found !== end) return -1;
          found = end;
        }
    return found;
  }

  private at(end: number, axis: 0 | 1): number {
    return this.lines.ends[2 * end + axis]!;
  }

  private cellAt(column: number, line: number): number {
    const mixed = Math.imul(Math.floor(column), 73_856_093) ^ Math.imul(Math.floor(line), 19_349_663);
    return (mixed ^ (mixed >>> 15)) & (this.first.length - 1);
  }
}
