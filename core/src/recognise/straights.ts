import { countBelow } from "../base/sorted";
import { PAINT, VERB, visiblePieces, type Page, type PointMm } from "../drawing";
import { groundsOf } from "./grounds";
import { joinStraights } from "./joined-straights";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** A straight shorter than this tells nothing of a direction. Millimetres. */
const LEAST_LENGTH_MM = 0.5;
/** Straights whose directions round to the same step are taken for parallel. Steps of a degree. */
const STEPS = 10;
const DIRECTIONS = 180 * STEPS;
const [COS, SIN] = [Math.cos, Math.sin].map((of) =>
  Float64Array.from({ length: DIRECTIONS }, (_, step) => of((step / DIRECTIONS) * Math.PI)),
) as [Float64Array, Float64Array];
/** Cells along a direction, the middle one at the origin: enough for four metres each way. */
const CELL_MM = 32;
const CELLS = 256;
/** Members of a cell up to which they are put in order one by one. */
const MOST_BY_HAND = 24;
/** Neighbours that are looked at for one straight: where more lie upon each other, looking at all would take for ever. */
const MOST_LOOKED_AT = 32;
/** How exactly the ends of a straight are written. Files round to a hundredth of a point, and some to five digits, a twentieth of a point. */
const END_MM = 0.018;
const MOST_STEPS_OFF = 8;
const STEP_RAD = Math.PI / DIRECTIONS;
/** Pieces of one line lie across it no farther apart than this. */
const SAME_LINE_MM = 0.05;
/** Lines that lie one behind the other are neighbours up to so many times their distance. */
const BEHIND = 2;
/** Two that run together for less than this only touch: one begins where the other ends. */
const TOUCHING_MM = 0.02;
/** Places are kept as single-precision numbers. */
const ROUNDING_MM = 0.001;

/** A line that a file wrote in pieces: the rows that draw it, and where it begins and ends. Millimetres. */
export interface LineInPieces {
  readonly rows: readonly number[];
  readonly ends: readonly [x1: number, y1: number, x2: number, y2: number];
}

/** Rows that follow one another. */
export const rowsBetween = (first: number, last: number): number[] =>
  Array.from({ length: last - first + 1 }, (_, k) => first + k);

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
  private laid: Laid | undefined;

  constructor(
    /** Row of the page's paths, by straight: the first that draws it. */
    readonly rows: Uint32Array,
    /** x and y of both ends of each, millimetres. */
    readonly ends: Float32Array,
    /** The last row that draws it, where a file wrote it in pieces. */
    readonly lastRows: Uint32Array = rows,
  ) {}

  get count(): number {
    return this.rows.length;
  }

  at(i: number): { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number } {
    const { ends } = this;
    return { x1: ends[i * 4] ?? 0, y1: ends[i * 4 + 1] ?? 0, x2: ends[i * 4 + 2] ?? 0, y2: ends[i * 4 + 3] ?? 0 };
  }

  /** The direction of parallel straights, radians; long ones tell it best. */
  turnOf(parallel: readonly number[]): number {
    const first = this.at(parallel[0] ?? 0);
    const [ux, uy] = [first.x2 - first.x1, first.y2 - first.y1];
    let [sumX, sumY] = [0, 0];
    for (const i of parallel) {
      const { x1, y1, x2, y2 } = this.at(i);
      const way = (x2 - x1) * ux + (y2 - y1) * uy < 0 ? -1 : 1;
      sumX += way * (x2 - x1);
      sumY += way * (y2 - y1);
    }
    return Math.atan2(sumY, sumX);
  }

  /** All rows of the page's paths that draw a straight. */
  rowsOf(i: number): number[] {
    return rowsBetween(this.rows[i] ?? 0, this.lastRows[i] ?? 0);
  }

  /** The lines that a file wrote in pieces. */
  *inPieces(): Generator<LineInPieces> {
    for (let i = 0; i < this.count; i++) {
      if (this.lastRows[i] === this.rows[i]) continue;
      const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = this.ends.subarray(i * 4, i * 4 + 4);
      yield { rows: this.rowsOf(i), ends: [x1, y1, x2, y2] };
    }
  }

  /** The straights that begin in one row of the page's paths: they stand one after another. */
  *ofRow(row: number): Generator<number> {
    for (let i = countBelow(this.rows, row); this.rows[i] === row; i++) yield i;
  }

  /**
   * Every pair of parallel straights that run together for a length or more, no farther apart than the reach of the
   * one and the reach of the other together, millimetres; each pair once, as `first` and what is beside it.
   */
  pairs(reachMm: Float32Array, leastTogetherMm: number, visit: (first: number, beside: Beside) => void): void {
    const laid = this.laidOut();
    let widest = 0;
    for (let i = 0; i < this.count; i++) widest = Math.max(widest, reachMm[i] ?? 0);
    laid.near(
      (i) => (reachMm[i] ?? 0) + widest,
      (a, b) => {
        const [first, second] = a < b ? [a, b] : [b, a];
        const beside = this.measured(first, second);
        const reach = (reachMm[first] ?? 0) + (reachMm[second] ?? 0);
        if (beside && beside.distanceMm <= reach && beside.togetherMm >= leastTogetherMm) visit(first, beside);
      },
    );
  }

  /**
   * The nearest parallel straight of the same kind to the left of each, no farther than `mostMm`. A straight may be
   * told several neighbours: one for each stretch of its length. Kinds below 0 have none.
   */
  nextOfKind(kinds: Int32Array, mostMm: number, visit: (first: number, second: number, apartMm: number) => void): void {
    this.laidOut().next(kinds, mostMm, visit);
  }

  private laidOut(): Laid {
    this.laid ??= new Laid(this.ends, this.count);
    return this.laid;
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

/**
 * Straights laid out along their directions: those of one direction step that reach into one cell of its length, in
 * the order in which they lie across it. Neighbours are then found by walking from one to the next.
 */
class Laid {
  /** From and to along the direction, and across it, by straight. Millimetres. */
  private readonly along: [Float32Array, Float32Array];
  private readonly across: [Float32Array, Float32Array];
  /** By straight, the directions of the page numbered from 0: a small page has few of them. */
  private readonly direction: Uint16Array;
  private readonly cells: number;
  /** Where each cell's straights begin among the members. */
  private readonly starts: Uint32Array;
  private readonly members: Uint32Array;

  constructor(ends: Float32Array, count: number) {
    const column = (): Float32Array => new Float32Array(count);
    this.along = [column(), column()];
    this.across = [column(), column()];
    this.direction = new Uint16Array(count);
    const directions = directionsOf(ends, count);
    const numbered = new Int16Array(DIRECTIONS).fill(-1);
    let used = 0;
    for (let i = 0; i < count; i++) {
      const step = directions[i] ?? 0;
      if ((numbered[step] ?? -1) < 0) numbered[step] = used++;
      this.direction[i] = numbered[step] ?? 0;
      this.lay(i, ends, step);
    }
    this.cells = used * CELLS;
    this.starts = new Uint32Array(this.cells + 1);
    this.eachCell((_, cell) => (this.starts[cell + 1] = (this.starts[cell + 1] ?? 0) + 1));
    for (let cell = 0; cell < this.cells; cell++)
      this.starts[cell + 1] = (this.starts[cell + 1] ?? 0) + (this.starts[cell] ?? 0);
    this.members = new Uint32Array(this.starts[this.cells] ?? 0);
    const next = this.starts.slice();
    this.eachCell((i, cell) => {
      const at = next[cell] ?? 0;
      this.members[at] = i;
      next[cell] = at + 1;
    });
    for (let cell = 0; cell < this.cells; cell++) this.sortAcross(this.starts[cell] ?? 0, this.starts[cell + 1] ?? 0);
  }

  /** Pairs whose lengths overlap and that lie across no farther apart than `reach` of either; each pair once. */
  near(reach: (i: number) => number, visit: (a: number, b: number) => void): void {
    const [from, to] = this.across;
    for (let cell = 0; cell < this.cells; cell++) {
      const [start, end] = [this.starts[cell] ?? 0, this.starts[cell + 1] ?? 0];
      for (let k = start; k < end; k++) {
        const a = this.members[k] ?? 0;
        const limit = (to[a] ?? 0) + reach(a) + ROUNDING_MM;
        for (let l = k + 1; l < end && l - k <= MOST_LOOKED_AT; l++) {
          const b = this.members[l] ?? 0;
          if ((from[b] ?? 0) > limit) break;
          if (this.meetsIn(cell, a, b)) visit(a, b);
        }
      }
    }
  }

  /** For each straight, the next one of its kind across, in every cell that both reach into. */
  next(kinds: Int32Array, mostMm: number, visit: (a: number, b: number, apartMm: number) => void): void {
    const [from, to] = this.along;
    const [low, high] = this.across;
    for (let cell = 0; cell < this.cells; cell++) {
      const [start, end] = [this.starts[cell] ?? 0, this.starts[cell + 1] ?? 0];
      for (let k = start; k < end; k++) {
        const a = this.members[k] ?? 0;
        const kind = kinds[a] ?? -1;
        if (kind < 0) continue;
        let [ahead, aheadApart] = [-1, 0];
        for (let l = k + 1; l < end && l - k <= MOST_LOOKED_AT; l++) {
          const b = this.members[l] ?? 0;
          const apart = ((low[b] ?? 0) + (high[b] ?? 0) - (low[a] ?? 0) - (high[a] ?? 0)) / 2;
          if (apart > mostMm) break;
          if (kinds[b] !== kind || apart < SAME_LINE_MM) continue;
          const gap = Math.max(from[a] ?? 0, from[b] ?? 0) - Math.min(to[a] ?? 0, to[b] ?? 0);
          if (gap > -TOUCHING_MM) {
            // Short lines across a narrow band lie one behind the other.
            if (ahead < 0 && gap <= BEHIND * apart) [ahead, aheadApart] = [b, apart];
            continue;
          }
          ahead = -1;
          visit(a, b, apart);
          break;
        }
        if (ahead >= 0) visit(a, ahead, aheadApart);
      }
    }
  }

  /** Most cells hold a handful, for which the sort of the language is slow. */
  private sortAcross(start: number, end: number): void {
    const { members } = this;
    const [from] = this.across;
    if (end - start > MOST_BY_HAND) {
      members.subarray(start, end).sort((a, b) => (from[a] ?? 0) - (from[b] ?? 0));
      return;
    }
    for (let k = start + 1; k < end; k++) {
      const member = members[k] ?? 0;
      const place = from[member] ?? 0;
      let l = k - 1;
      for (; l >= start && (from[members[l] ?? 0] ?? 0) > place; l--) members[l + 1] = members[l] ?? 0;
      members[l + 1] = member;
    }
  }

  /** Two that overlap meet in every cell that both reach into; they are told in the one where they begin to. */
  private meetsIn(cell: number, a: number, b: number): boolean {
    const [from, to] = this.along;
    const begins = Math.max(from[a] ?? 0, from[b] ?? 0);
    return begins < Math.min(to[a] ?? 0, to[b] ?? 0) && cellAt(begins) === cell % CELLS;
  }

  private lay(i: number, ends: Float32Array, step: number): void {
    const [x1, y1, x2, y2] = [ends[i * 4] ?? 0, ends[i * 4 + 1] ?? 0, ends[i * 4 + 2] ?? 0, ends[i * 4 + 3] ?? 0];
    const [cos, sin] = [COS[step] ?? 1, SIN[step] ?? 0];
    const [p, q] = [x1 * cos + y1 * sin, x2 * cos + y2 * sin];
    const [s, t] = [y1 * cos - x1 * sin, y2 * cos - x2 * sin];
    this.along[0][i] = Math.min(p, q);
    this.along[1][i] = Math.max(p, q);
    this.across[0][i] = Math.min(s, t);
    this.across[1][i] = Math.max(s, t);
  }

  private eachCell(tell: (i: number, cell: number) => void): void {
    const [from, to] = this.along;
    for (let i = 0; i < this.direction.length; i++) {
      const base = (this.direction[i] ?? 0) * CELLS;
      const last = cellAt(to[i] ?? 0);
      for (let cell = cellAt(from[i] ?? 0); cell <= last; cell++) tell(i, base + cell);
    }
  }
}

/**
 * The direction step of each straight. Ends are as exact as the file writes them, so a short straight's direction may be
 * off by some steps, and any may lie beside where two steps meet: of those that it may have, it is counted to the one
 * that most of the length on the page has.
 */
function directionsOf(ends: Float32Array, count: number): Uint16Array {
  const exact = new Float32Array(count);
  const lengths = new Float32Array(count);
  const weight = new Float64Array(DIRECTIONS);
  for (let i = 0; i < count; i++) {
    const [dx, dy] = [(ends[i * 4 + 2] ?? 0) - (ends[i * 4] ?? 0), (ends[i * 4 + 3] ?? 0) - (ends[i * 4 + 1] ?? 0)];
    const turned = ((Math.atan2(dy, dx) / Math.PI + 1) % 1) * DIRECTIONS;
    const length = Math.sqrt(dx * dx + dy * dy);
    const step = stepAt(turned);
    exact[i] = turned;
    lengths[i] = length;
    weight[step] = (weight[step] ?? 0) + length;
  }
  const around = smoothed(weight);
  const steps = new Uint16Array(count);
  for (let i = 0; i < count; i++) {
    const turned = exact[i] ?? 0;
    const off = Math.min(MOST_STEPS_OFF, (2 * END_MM) / (lengths[i] ?? 1) / STEP_RAD);
    let best = stepAt(turned);
    const last = Math.round(turned + off);
    for (let near = Math.round(turned - off); near <= last; near++) {
      const step = stepAt(near);
      if ((around[step] ?? 0) > (around[best] ?? 0)) best = step;
    }
    steps[i] = best;
  }
  return steps;
}

/** The step of a direction; both ends of the half turn are one. */
const stepAt = (turned: number): number => (Math.round(turned) + DIRECTIONS) % DIRECTIONS;

/** What lies at each step and, counting less, at those beside it: where short straights scatter, the middle of them stands out. */
function smoothed(weight: Float64Array): Float64Array {
  const sums = new Float64Array(DIRECTIONS);
  for (let step = 0; step < DIRECTIONS; step++) {
    const own = weight[step] ?? 0;
    if (own === 0) continue;
    for (let by = -MOST_STEPS_OFF; by <= MOST_STEPS_OFF; by++) {
      const at = (step + by + DIRECTIONS) % DIRECTIONS;
      sums[at] = (sums[at] ?? 0) + own * (MOST_STEPS_OFF + 1 - Math.abs(by));
    }
  }
  return sums;
}

/** The cell of a place along a direction; what lies far off the sheet is in the outermost. */
const cellAt = (alongMm: number): number => Math.min(CELLS - 1, Math.max(0, Math.floor(alongMm / CELL_MM) + CELLS / 2));

export const STRAIGHTS: PageRecogniser<Straights> = {
  id: "straights",
  on: "page",
  ofDrawing: true,
  finds: "straight lines, and which of them run beside each other",
  from: "the straight pieces of visible strokes",
  find: ({ page }) => [measuredOn(page.index, straightsOf(page))],
};

function straightsOf(page: Page): Straights {
  const { paths, clips } = page;
  const { points, verbs, firstVerb, firstPoint, paint } = paths;
  const most = mostStraights(paths);
  let rows = new Uint32Array(most);
  let ends = new Float32Array(most * 4);
  let count = 0;
  const add = (row: number, x1: number, y1: number, x2: number, y2: number): void => {
    const pieces = visiblePieces(clips, paths.clip[row] ?? 0, x1, y1, x2, y2);
    for (let i = 0; i + 1 < pieces.length; i += 2) {
      const [from, to] = [pieces[i] ?? 0, pieces[i + 1] ?? 1];
      addPiece(row, x1 + (x2 - x1) * from, y1 + (y2 - y1) * from, x1 + (x2 - x1) * to, y1 + (y2 - y1) * to);
    }
  };
  const addPiece = (row: number, x1: number, y1: number, x2: number, y2: number): void => {
    if ((x2 - x1) ** 2 + (y2 - y1) ** 2 < LEAST_LENGTH_MM ** 2) return;
    if (count === rows.length) {
      // A clip may leave several pieces of one straight.
      [rows, ends] = [longer(rows, new Uint32Array(count * 2 + 1)), longer(ends, new Float32Array(count * 8 + 4))];
    }
    rows[count] = row;
    ends[count * 4] = x1;
    ends[count * 4 + 1] = y1;
    ends[count * 4 + 2] = x2;
    ends[count * 4 + 3] = y2;
    count++;
  };
  const isGround = groundsOf(page);
  for (let row = 0; row < paths.count; row++) {
    const how = paint[row] ?? 0;
    if ((how & PAINT.stroke) === 0 || (how & PAINT.hidden) !== 0 || isGround(row)) continue;
    let at = (firstPoint[row] ?? 0) * 2;
    const startX = points[at] ?? 0;
    const startY = points[at + 1] ?? 0;
    let x = startX;
    let y = startY;
    for (let verb = firstVerb[row] ?? 0; verb < (firstVerb[row + 1] ?? 0); verb++) {
      if (verbs[verb] === VERB.curve) at += 4;
      const nextX = points[at] ?? 0;
      const nextY = points[at + 1] ?? 0;
      if (verbs[verb] === VERB.line) add(row, x, y, nextX, nextY);
      x = nextX;
      y = nextY;
      at += 2;
    }
    if (how & PAINT.closed) add(row, x, y, startX, startY);
  }
  const joined = joinStraights(page, rows.slice(0, count), ends.slice(0, count * 4));
  return new Straights(joined.rows, joined.ends, joined.lastRows);
}

function longer<A extends Uint32Array | Float32Array>(column: A, into: A): A {
  into.set(column);
  return into;
}

/** As many straights as there can be: lines drawn, and lines that close an outline. */
function mostStraights({ count, verbs, paint }: Page["paths"]): number {
  let most = 0;
  for (const verb of verbs) if (verb === VERB.line) most++;
  for (let row = 0; row < count; row++) if ((paint[row] ?? 0) & PAINT.closed) most++;
  return most;
}
