import type { BoxMm, Clip, Page, PathColumns } from "./drawing";
import { PAINT, VERB } from "./drawing";

/** Parts of a straight that show, as shares of its length: from and to in turn. */
export type Pieces = readonly number[];

const WHOLE: Pieces = [0, 1];
const NONE: Pieces = [];

/** Lines on a clip's edge show by half of their width. What is nearer than this to an edge lies on it. Millimetres. */
const ON_EDGE_MM = 0.005;

/** The parts of a straight that clips leave of it: those of `id` and of all around it. */
export function visiblePieces(
  clips: readonly Clip[],
  id: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  halfWidthMm = 0,
): Pieces {
  let pieces = WHOLE;
  for (let clip = clips[id]; clip && pieces.length > 0; clip = clip.outer < 0 ? undefined : clips[clip.outer]) {
    const box = withinBox(clip.boxMm, x0, y0, x1, y1, halfWidthMm + ON_EDGE_MM);
    if (box !== WHOLE) pieces = shared(pieces, box);
    if (clip.outline && pieces.length > 0)
      pieces = shared(pieces, withinOutline(clip.outline, clip.evenOdd, x0, y0, x1, y1, halfWidthMm));
  }
  return pieces;
}

/** Liang and Barsky: the part of a straight in an upright box that is larger by a margin. */
export function withinBox(box: BoxMm, x0: number, y0: number, x1: number, y1: number, margin: number): Pieces {
  if (box.width <= 0 || box.height <= 0) return NONE;
  let [from, to] = [0, 1];
  const cut = (at: number, step: number, low: number, high: number): boolean => {
    if (step === 0) return at >= low && at <= high;
    const [a, b] = [(low - at) / step, (high - at) / step];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
    return from <= to;
  };
  const shows =
    cut(x0, x1 - x0, box.x - margin, box.x + box.width + margin) &&
    cut(y0, y1 - y0, box.y - margin, box.y + box.height + margin);
  if (!shows) return NONE;
  return from === 0 && to === 1 ? WHOLE : [from, to];
}

function withinOutline(
  outline: readonly number[],
  evenOdd: boolean,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  halfWidth: number,
): Pieces {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const length = dx * dx + dy * dy;
  if (length === 0) return isInside(outline, evenOdd, x0, y0) ? WHOLE : NONE;
  // Where edges cross the straight or what goes on from its end, and which way: what lies ahead tells what is inside.
  const crossings: { readonly at: number; readonly way: number }[] = [];
  let [winding, parity] = [0, 0];
  eachEdge(outline, (ax, ay, bx, by) => {
    const [a, b] = [dx * (ay - y0) - dy * (ax - x0), dx * (by - y0) - dy * (bx - x0)];
    if (a > 0 === b > 0) return;
    const share = a / (a - b);
    const at = (dx * (ax + (bx - ax) * share - x0) + dy * (ay + (by - ay) * share - y0)) / length;
    if (at <= 0) return;
    const way = b > 0 ? 1 : -1;
    winding += way;
    parity ^= 1;
    if (at < 1) crossings.push({ at, way });
  });
  crossings.sort((a, b) => a.at - b.at);
  const pieces: number[] = [];
  let from = 0;
  for (let i = 0; i <= crossings.length; i++) {
    const crossing = crossings[i];
    const to = crossing?.at ?? 1;
    const inside = evenOdd ? parity === 1 : winding !== 0;
    if (inside && to > from) {
      if (pieces.length > 0 && pieces[pieces.length - 1] === from) pieces[pieces.length - 1] = to;
      else pieces.push(from, to);
    }
    winding -= crossing?.way ?? 0;
    parity ^= 1;
    from = to;
  }
  // A line along an edge shows by half of its width.
  return pieces.length > 0 || !isNear(outline, x0 + dx / 2, y0 + dy / 2, halfWidth + ON_EDGE_MM) ? pieces : WHOLE;
}

/** Visits the edges of closed rings. */
function eachEdge(outline: readonly number[], visit: (ax: number, ay: number, bx: number, by: number) => void): void {
  let ring = 0;
  for (let i = 0; i < outline.length; i += 2) {
    const last = i + 2 >= outline.length || outline[i + 2] === RING_ENDS;
    const next = last ? ring : i + 2;
    visit(outline[i]!, outline[i + 1]!, outline[next]!, outline[next + 1]!);
    if (last) {
      i += 2;
      ring = i + 2;
    }
  }
}

/** Stands twice between the rings of an outline: no coordinate is as large. */
export const RING_ENDS = 1e9;

/** Whether a point lies in closed rings. */
export function isInside(outline: readonly number[], evenOdd: boolean, x: number, y: number): boolean {
  let winding = 0;
  let crossings = 0;
  eachEdge(outline, (ax, ay, bx, by) => {
    if (ay <= y === by <= y) return;
    if (ax + ((y - ay) / (by - ay)) * (bx - ax) <= x) return;
    crossings++;
    winding += by > ay ? 1 : -1;
  });
  return evenOdd ? crossings % 2 === 1 : winding !== 0;
}

function isNear(outline: readonly number[], x: number, y: number, reach: number): boolean {
  let near = false;
  eachEdge(outline, (ax, ay, bx, by) => {
    if (near) return;
    const [dx, dy] = [bx - ax, by - ay];
    const length = dx * dx + dy * dy;
    const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length));
    near = Math.hypot(ax + dx * t - x, ay + dy * t - y) <= reach;
  });
  return near;
}

/** What two lists of pieces share. */
function shared(a: Pieces, b: Pieces): Pieces {
  const both: number[] = [];
  for (let i = 0; i + 1 < a.length; i += 2)
    for (let j = 0; j + 1 < b.length; j += 2) {
      const [from, to] = [Math.max(a[i]!, b[j]!), Math.min(a[i + 1]!, b[j + 1]!)];
      if (from < to) both.push(from, to);
    }
  return both;
}

/** Straights of which a curve is made where its exact course does not matter. */
const CURVE_STEPS = 8;

/** Visits the straights of a path mark; curves as several of them. */
export function eachStraight(
  verbs: ArrayLike<number>,
  points: ArrayLike<number>,
  fromVerb: number,
  toVerb: number,
  fromPoint: number,
  visit: (x0: number, y0: number, x1: number, y1: number) => void,
): void {
  let [at, x, y] = [fromPoint * 2, 0, 0];
  for (let v = fromVerb; v < toVerb; v++) {
    const verb = verbs[v];
    if (verb === VERB.curve) {
      const [x1, y1, x2, y2, x3, y3] = [0, 1, 2, 3, 4, 5].map((i) => points[at + i]!) as [
        number,
        number,
        number,
        number,
        number,
        number,
      ];
      let [px, py] = [x, y];
      for (let step = 1; step <= CURVE_STEPS; step++) {
        const t = step / CURVE_STEPS;
        const [a, b, c, d] = [(1 - t) ** 3, 3 * (1 - t) ** 2 * t, 3 * (1 - t) * t * t, t ** 3];
        const [qx, qy] = [a * x + b * x1 + c * x2 + d * x3, a * y + b * y1 + c * y2 + d * y3];
        visit(px, py, qx, qy);
        [px, py] = [qx, qy];
      }
      [x, y] = [x3, y3];
      at += 6;
    } else {
      const [nx, ny] = [points[at]!, points[at + 1]!];
      if (verb === VERB.line) visit(x, y, nx, ny);
      [x, y] = [nx, ny];
      at += 2;
    }
  }
}

/** The straights of a row of a page's paths, with the one that closes it. */
export function straightsOfRow(
  { verbs, points, firstVerb, firstPoint, paint }: PathColumns,
  row: number,
  visit: (x0: number, y0: number, x1: number, y1: number) => void,
): void {
  const [from, to] = [firstPoint[row] ?? 0, firstPoint[row + 1] ?? 0];
  eachStraight(verbs, points, firstVerb[row] ?? 0, firstVerb[row + 1] ?? 0, from, visit);
  if (((paint[row] ?? 0) & PAINT.closed) === 0 || to - from < 2) return;
  const [x0, y0, x1, y1] = [points[to * 2 - 2]!, points[to * 2 - 1]!, points[from * 2]!, points[from * 2 + 1]!];
  if (x0 !== x1 || y0 !== y1) visit(x0, y0, x1, y1);
}

/** What shows of the straights of a row: those that a clip cuts are cut. */
export function visibleStraightsOfRow(
  { paths, clips }: Page,
  row: number,
  visit: (x0: number, y0: number, x1: number, y1: number) => void,
): void {
  const clip = paths.clip[row] ?? 0;
  straightsOfRow(paths, row, (x0, y0, x1, y1) => {
    const pieces = visiblePieces(clips, clip, x0, y0, x1, y1);
    for (let i = 0; i + 1 < pieces.length; i += 2) {
      const [from, to] = [pieces[i] ?? 0, pieces[i + 1] ?? 1];
      const [dx, dy] = [x1 - x0, y1 - y0];
      visit(x0 + dx * from, y0 + dy * from, x0 + dx * to, y0 + dy * to);
    }
  });
}
