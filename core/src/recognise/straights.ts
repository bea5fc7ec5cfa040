import Flatbush from "flatbush";
import { PAINT, VERB, type Page, type PointMm } from "../drawing";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** A straight shorter than this tells nothing of a direction. Millimetres. */
const LEAST_LENGTH_MM = 0.5;
/** Straights whose directions round to the same step are taken for parallel. Steps of a degree. */
const STEPS = 10;
const DIRECTIONS = 180 * STEPS;
/** Sheets are smaller than this, so that each direction has a band of its own in one index. Millimetres. */
const BAND_MM = 1e5;
/** Straights end a little apart from where the rounded direction has them. Share of their length. */
const SLACK_SHARE = Math.PI / 180 / STEPS;

/** A straight beside another, and how far the two run together. */
export interface Beside {
  readonly straight: number;
  /** Distance between the middles of the lines where they run together, millimetres. */
  readonly distanceMm: number;
  /** The length for which they run together, millimetres. */
  readonly togetherMm: number;
  /** Where the distance was measured: on the one, and on the other. */
  readonly fromMm: PointMm;
  readonly toMm: PointMm;
}

/** The straight pieces of the visible strokes of a page, and which of them are parallel neighbours. */
export class Straights {
  private readonly ends: Float64Array;
  private readonly direction: Uint16Array;
  private index: Flatbush | undefined;

  constructor(
    /** Row of the page's paths, by straight. */
    readonly rows: Uint32Array,
    ends: readonly number[],
  ) {
    this.ends = Float64Array.from(ends);
    this.direction = Uint16Array.from(rows, (_, i) => {
      const { x1, y1, x2, y2 } = this.at(i);
      return Math.round(((Math.atan2(y2 - y1, x2 - x1) / Math.PI + 1) % 1) * DIRECTIONS) % DIRECTIONS;
    });
  }

  get count(): number {
    return this.rows.length;
  }

  at(i: number): { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number } {
    const { ends } = this;
    return { x1: ends[i * 4] ?? 0, y1: ends[i * 4 + 1] ?? 0, x2: ends[i * 4 + 2] ?? 0, y2: ends[i * 4 + 3] ?? 0 };
  }

  /** Parallel straights within a distance that run beside a straight for a length or more; only those after it. */
  beside(i: number, reachMm: number, leastTogetherMm: number): Beside[] {
    this.index ??= this.indexed();
    const [a0, o0, a1, o1] = this.band(i);
    const slack = reachMm + (a1 - a0) * SLACK_SHARE;
    return this.index
      .search(a0, o0 - slack, a1, o1 + slack, (other) => other > i)
      .flatMap((other) => this.measured(i, other) ?? [])
      .filter((each) => each.distanceMm <= reachMm && each.togetherMm >= leastTogetherMm);
  }

  /** Along its direction and across it, in the band of that direction. */
  private band(i: number): [number, number, number, number] {
    const { x1, y1, x2, y2 } = this.at(i);
    const step = this.direction[i] ?? 0;
    const angle = (step / DIRECTIONS) * Math.PI;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const [p, q] = [x1 * cos + y1 * sin, x2 * cos + y2 * sin];
    const [s, t] = [y1 * cos - x1 * sin, y2 * cos - x2 * sin];
    const base = step * BAND_MM;
    return [Math.min(p, q), base + Math.min(s, t), Math.max(p, q), base + Math.max(s, t)];
  }

  private indexed(): Flatbush {
    const index = new Flatbush(Math.max(1, this.count));
    for (let i = 0; i < this.count; i++) index.add(...this.band(i));
    if (this.count === 0) index.add(0, -1, 0, -1);
    index.finish();
    return index;
  }

  /** How another straight lies to one, measured at the middle of what they share. */
  private measured(i: number, straight: number): Beside | undefined {
    const [a, b] = [this.at(i), this.at(straight)];
    const length = Math.hypot(a.x2 - a.x1, a.y2 - a.y1);
    const [ux, uy] = [(a.x2 - a.x1) / length, (a.y2 - a.y1) / length];
    const along = (x: number, y: number): number => (x - a.x1) * ux + (y - a.y1) * uy;
    const [p, q] = [along(b.x1, b.y1), along(b.x2, b.y2)];
    const [from, to] = [Math.max(0, Math.min(p, q)), Math.min(length, Math.max(p, q))];
    if (to <= from || p === q) return undefined;
    const middle = (from + to) / 2;
    const share = (middle - p) / (q - p);
    const fromMm: PointMm = [a.x1 + ux * middle, a.y1 + uy * middle];
    const toMm: PointMm = [b.x1 + (b.x2 - b.x1) * share, b.y1 + (b.y2 - b.y1) * share];
    const distanceMm = Math.hypot(toMm[0] - fromMm[0], toMm[1] - fromMm[1]);
    return { straight, distanceMm, togetherMm: to - from, fromMm, toMm };
  }
}

export const STRAIGHTS: PageRecogniser<Straights> = {
  id: "straights",
  on: "page",
  finds: "straight lines, and which of them run beside each other",
  from: "the straight pieces of visible strokes",
  find: ({ page }) => [measuredOn(page.index, straightsOf(page))],
};

function straightsOf({ paths }: Page): Straights {
  const rows: number[] = [];
  const ends: number[] = [];
  const { points, verbs, firstVerb, firstPoint, paint } = paths;
  for (let row = 0; row < paths.count; row++) {
    const how = paint[row] ?? 0;
    if ((how & PAINT.stroke) === 0 || (how & PAINT.hidden) !== 0) continue;
    const add = (x1: number, y1: number, x2: number, y2: number): void => {
      if (Math.hypot(x2 - x1, y2 - y1) < LEAST_LENGTH_MM) return;
      rows.push(row);
      ends.push(x1, y1, x2, y2);
    };
    let at = (firstPoint[row] ?? 0) * 2;
    const [startX, startY] = [points[at] ?? 0, points[at + 1] ?? 0];
    let [x, y] = [startX, startY];
    for (let verb = firstVerb[row] ?? 0; verb < (firstVerb[row + 1] ?? 0); verb++) {
      const curve = verbs[verb] === VERB.curve;
      if (curve) at += 4;
      const [nextX, nextY] = [points[at] ?? 0, points[at + 1] ?? 0];
      if (verbs[verb] === VERB.line) add(x, y, nextX, nextY);
      [x, y] = [nextX, nextY];
      at += 2;
    }
    if (how & PAINT.closed) add(x, y, startX, startY);
  }
  return new Straights(Uint32Array.from(rows), ends);
}
