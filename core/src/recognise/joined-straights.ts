import { distanceToBox, PAINT, pathBox, type Page, type PointMm } from "../drawing";

/**
 * What a draughtsman sees: one line, whether a program wrote it as one or in pieces that begin where the one before
 * ends. Pieces are of one line when they follow one another in the file with the same pen on the same layer, touch with
 * their ends, go on in the same way, and leave no bend at which a person could tell that two lines meet. Chords of a
 * curve touch and go on, too; they bend, and stay apart. Two arrows that meet with their tips have barbs that go on into
 * each other: where more than two pieces end, or a line bends, no piece goes on.
 */

/** Ends that touch are no farther apart; files round to a hundredth of a point, some to a twentieth. Millimetres. */
const TOUCH_MM = 0.02;
/** A joint lies off the line from end to end by no more: what rounding does. Millimetres. */
const BEND_MM = 0.012;
const MOST_JOINTS = 64;

/** Straights as they are seen. `lastRows`: the last of the path rows that draw each; they follow one another from its row. */
export interface JoinedStraights {
  readonly rows: Uint32Array;
  readonly lastRows: Uint32Array;
  readonly ends: Float32Array;
}

/** Of the path rows that draw a line, the one that is seen at a place of it. */
export function rowNearest({ paths }: Page, rows: readonly number[], at: PointMm): number {
  const [first = 0, ...others] = rows;
  if (others.length === 0) return first;
  const away = (row: number): number => distanceToBox(pathBox(paths, row), at);
  return others.reduce((best, row) => (away(row) < away(best) ? row : best), first);
}

/** Joins pieces of one line. `rows` rises; `ends` has x and y of both ends of each, millimetres. */
export function joinStraights(page: Page, rows: Uint32Array, ends: Float32Array): JoinedStraights {
  const lastRows = rows.slice();
  let count = 0;
  const joints: number[] = [];
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i]!;
    // Whatever lies between two pieces in the file is none of the line's.
    const follows = count > 0 && row - lastRows[count - 1]! <= 1;
    if (follows && joins(page, rows[count - 1]!, row, ends, count - 1, i, joints)) {
      lastRows[count - 1] = row;
      continue;
    }
    joints.length = 0;
    rows[count] = row;
    lastRows[count] = row;
    ends.copyWithin(count * 4, i * 4, i * 4 + 4);
    count++;
  }
  return { rows: rows.slice(0, count), lastRows: lastRows.slice(0, count), ends: ends.slice(0, count * 4) };
}

/** Joins a piece to the line before it, whichever end of either they touch with; says whether it did. */
function joins(
  page: Page,
  row: number,
  nextRow: number,
  ends: Float32Array,
  line: number,
  next: number,
  joints: number[],
): boolean {
  const [a, b] = [line * 4, next * 4];
  for (const [own, other] of WAYS) {
    const [jx, jy] = [ends[a + own]!, ends[a + own + 1]!];
    if (Math.abs(jx - ends[b + other]!) > TOUCH_MM || Math.abs(jy - ends[b + other + 1]!) > TOUCH_MM) continue;
    const isTip = (other: number): boolean => endsAt(ends, other, jx, jy);
    // From the line's far end to the piece's.
    const [x1, y1] = [ends[a + 2 - own]!, ends[a + 3 - own]!];
    const [x2, y2] = [ends[b + 2 - other]!, ends[b + 3 - other]!];
    const [dx, dy] = [x2 - x1, y2 - y1];
    const length = Math.hypot(dx, dy);
    const along = ((jx - x1) * dx + (jy - y1) * dy) / length;
    if (!(along > 0 && along < length)) continue;
    const off = (x: number, y: number): number => Math.abs((x - x1) * dy - (y - y1) * dx) / length;
    if (off(jx, jy) > BEND_MM) return false;
    for (let k = 0; k < joints.length; k += 2) if (off(joints[k]!, joints[k + 1]!) > BEND_MM) return false;
    if (!isOnePen(page, row, nextRow) || isTip(line - 1) || isTip(next + 1)) return false;
    // Of thousands of joints on one line some tell as much as all.
    if (joints.length >= 2 * MOST_JOINTS) joints.length = MOST_JOINTS;
    joints.push(jx, jy);
    ends[a + own] = x2;
    ends[a + own + 1] = y2;
    return true;
  }
  return false;
}

/** The end of the line, and that of the piece: of each 0 is the first, 2 the second. */
const WAYS = [
  [2, 0],
  [0, 2],
  [2, 2],
  [0, 0],
] as const;

function endsAt(ends: Float32Array, i: number, x: number, y: number): boolean {
  if (i < 0 || i * 4 >= ends.length) return false;
  return [0, 2].some(
    (end) => Math.abs(ends[i * 4 + end]! - x) <= TOUCH_MM && Math.abs(ends[i * 4 + end + 1]! - y) <= TOUCH_MM,
  );
}

/** Lines alone: of a path with bends another piece may end at the joint. */
const isAlone = ({ firstVerb, paint }: Page["paths"], row: number): boolean =>
  firstVerb[row + 1]! - firstVerb[row]! <= 2 && ((paint[row] ?? 0) & PAINT.closed) === 0;

function isOnePen({ paths }: Page, a: number, b: number): boolean {
  return (
    a === b ||
    (isAlone(paths, a) &&
      isAlone(paths, b) &&
      paths.layer[a] === paths.layer[b] &&
      paths.widthMm[a] === paths.widthMm[b] &&
      paths.strokeColour[a] === paths.strokeColour[b] &&
      paths.dash[a] === paths.dash[b] &&
      paths.clip[a] === paths.clip[b] &&
      paths.group[a] === paths.group[b])
  );
}
