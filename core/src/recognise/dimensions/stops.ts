import { countBelow } from "../../base/sorted";
import { boxOfPoints, type BoxMm, type PointMm } from "../../drawing";
import type { Terminator } from "../../standard/plain";
import type { Head, Heads } from "../heads";
import type { LineWork } from "../line-work";

/** What lies this near to a dimension line lies on it. Millimetres on paper. */
export const ON_LINE_MM = 0.15;
/** Extension lines go no farther beyond a dimension line than this; what does is another row's, or the building's. */
export const MOST_OVERSHOOT_MM = 6;
/** Ticks, arrows and the like have sizes in between. */
const TICK = { least: 0.8, most: 8, leastSin: 0.3, mostSin: 0.96 };
const BARB = { least: 0.6, most: 8, leastSin: 0.05, mostSin: 0.72 };
/** The middle of a tick is no farther off its line than this share of its length, and nothing else is as far. */
const TICK_OFF_SHARE = 0.06;
const CLEAR_MM = TICK_OFF_SHARE * TICK.most + ON_LINE_MM;
/** A larger circle is a bubble. */
const LARGEST_ROUND_MM = 4.5;
/** Extension lines cross at no sharper angle than this, and show so much on one side of the line. */
const LEAST_CROSSING_SIN = 0.45;
const LEAST_CROSSING_MM = 1.2;
/** Lines are looked along in pieces of this length, so that a slanting one does not ask for half the sheet. */
const STRIDE_MM = 12;
/** Heads may stand beyond the end of a line: it often stops at an arrow's back. */
const BEYOND_MM = 6;

/** A straight through the page, with where along it something lies. */
export interface Carrier {
  readonly from: PointMm;
  /** Direction of length 1; the normal lies to its left. */
  readonly along: PointMm;
  readonly lengthMm: number;
}

export interface StopHead {
  readonly kind: Terminator;
  readonly sizeMm: number;
  /** Rows of the page's paths. */
  readonly rows: readonly number[];
  /** 1: an arrow points onwards along the carrier; −1: back; 0: no arrow. */
  readonly points: -1 | 0 | 1;
}

/** A line that crosses a dimension line or ends at it. */
export interface Crossing {
  readonly row: number;
  /** The last of the rows that draw it, where a file wrote it in pieces. */
  readonly lastRow: number;
  /** How far it reaches to the left and to the right of the carrier, along itself. Millimetres. */
  readonly leftMm: number;
  readonly rightMm: number;
  readonly ends: readonly [left: PointMm, right: PointMm];
}

/** A place along a dimension line where it may end. */
export interface Stop {
  /** Along the carrier. */
  readonly atMm: number;
  readonly heads: readonly StopHead[];
  readonly crossings: readonly Crossing[];
}

export const pointAt = ({ from, along }: Carrier, alongMm: number, leftMm = 0): PointMm => [
  from[0] + along[0] * alongMm - along[1] * leftMm,
  from[1] + along[1] * alongMm + along[0] * leftMm,
];

/** Where a point lies on a carrier: along, and to the left. */
export function onCarrier({ from, along }: Carrier, [x, y]: PointMm): readonly [alongMm: number, leftMm: number] {
  const [dx, dy] = [x - from[0], y - from[1]];
  return [dx * along[0] + dy * along[1], dy * along[0] - dx * along[1]];
}

interface Found {
  readonly atMm: number;
  readonly head?: StopHead;
  readonly crossing?: Crossing;
}

interface Barb {
  readonly atMm: number;
  readonly side: 1 | -1;
  readonly points: 1 | -1;
  readonly sizeMm: number;
  readonly row: number;
}

/** What the pieces of line along a carrier are to it. */
interface Along {
  readonly ticks: Found[];
  readonly barbs: Barb[];
  /** Pieces that cross it or end at it, and where along it. */
  readonly crossing: number[];
  readonly crossingAtMm: number[];
}

/**
 * Everything along a carrier that a dimension can end at, in order. What is looked at is taken off the budget; nothing
 * is found once that is used up. Short lines of a hatch and arrows of leaders lie on dimension lines, too: where heads
 * stand on the layer of the dimension line (`isOwn`), others are none of its own. Where there are heads, a dimension ends
 * at one: what crosses elsewhere is left out.
 */
export function stopsOn(
  carrier: Carrier,
  lines: LineWork,
  heads: Heads,
  budget: { left: number },
  isOwn: (row: number) => boolean,
): Stop[] {
  const along = lookedAlong(carrier, lines, budget);
  if (!along) return [];
  const found = [...along.ticks, ...shapesOn(carrier, heads), ...openArrows(along.barbs)];
  const own = found.filter(({ head }) => head?.rows.every(isOwn));
  const bearing = own.length > 0 ? own : found;
  return merged([...bearing, ...crossingsAt(carrier, lines, along, bearing)]);
}

/** Pieces of line along a carrier, each looked at once; undefined where the budget is used up. */
function lookedAlong(carrier: Carrier, lines: LineWork, budget: { left: number }): Along | undefined {
  const along: Along = { ticks: [], barbs: [], crossing: [], crossingAtMm: [] };
  const seen = lines.seenAnew();
  for (const box of boxesAlong(carrier)) {
    const near = lines.near(box);
    budget.left -= near.length;
    if (budget.left <= 0) return undefined;
    for (const i of near) if (seen(i)) lookAt(carrier, lines, i, along);
  }
  return along;
}

function shapesOn(carrier: Carrier, heads: Heads): Found[] {
  const found = new Map<number, Found | undefined>();
  for (const box of boxesAlong(carrier))
    for (const head of heads.near(box)) if (!found.has(head.row)) found.set(head.row, headOn(carrier, head));
  return [...found.values()].filter((each) => each !== undefined);
}

function* boxesAlong(carrier: Carrier): Generator<BoxMm> {
  const total = carrier.lengthMm + 2 * BEYOND_MM;
  const count = Math.max(1, Math.ceil(total / STRIDE_MM));
  for (let k = 0; k < count; k++) {
    const [a, b] = [k, k + 1].map((n) => pointAt(carrier, (n / count) * total - BEYOND_MM)) as [PointMm, PointMm];
    yield boxOfPoints([a, b], ON_LINE_MM);
  }
}

/**
 * What one piece of line is to a carrier: a tick, half of an open arrow, or a line that crosses or ends there. Most pieces
 * stand on one side of it, and off it: they are told at a glance. Written with single numbers, as it is asked millions of
 * times on a full page.
 */
function lookAt(
  { from: [x, y], along: [ux, uy], lengthMm }: Carrier,
  { ends, rows }: LineWork,
  i: number,
  to: Along,
): void {
  const [px, py, qx, qy] = [ends[i * 4]! - x, ends[i * 4 + 1]! - y, ends[i * 4 + 2]! - x, ends[i * 4 + 3]! - y];
  const [pl, ql] = [py * ux - px * uy, qy * ux - qx * uy];
  if ((pl > CLEAR_MM && ql > CLEAR_MM) || (pl < -CLEAR_MM && ql < -CLEAR_MM)) return;
  const [pa, qa] = [px * ux + py * uy, qx * ux + qy * uy];
  const length = Math.sqrt((qa - pa) ** 2 + (ql - pl) ** 2);
  const sin = Math.abs(ql - pl) / (length || 1);
  const isWithin = (at: number): boolean => at > -BEYOND_MM && at < lengthMm + BEYOND_MM;
  if (length >= TICK.least && length <= TICK.most && sin > TICK.leastSin && sin < TICK.mostSin) {
    const at = (pa + qa) / 2;
    if (Math.abs(pl + ql) / 2 <= Math.max(ON_LINE_MM, TICK_OFF_SHARE * length) && isWithin(at))
      to.ticks.push({ atMm: at, head: { kind: "oblique-tick", sizeMm: length, rows: [rows[i]!], points: 0 } });
  }
  if (length >= BARB.least && length <= BARB.most && sin > BARB.leastSin && sin < BARB.mostSin) {
    const isTip = Math.abs(pl) < Math.abs(ql);
    const [tip, tail, side] = isTip ? [pa, qa, ql] : [qa, pa, pl];
    if (Math.abs(isTip ? pl : ql) <= ON_LINE_MM && isWithin(tip))
      to.barbs.push({
        atMm: tip,
        side: side > 0 ? 1 : -1,
        points: tip > tail ? 1 : -1,
        sizeMm: Math.abs(tip - tail),
        row: rows[i]!,
      });
  }
  if (sin < LEAST_CROSSING_SIN || length < LEAST_CROSSING_MM) return;
  if (Math.min(pl, ql) > ON_LINE_MM || Math.max(pl, ql) < -ON_LINE_MM) return;
  const at = pl === ql ? pa : pa + ((qa - pa) * -pl) / (ql - pl);
  if (!isWithin(at)) return;
  to.crossing.push(i);
  to.crossingAtMm.push(at);
}

/** What crosses at the heads that a line bears, or anywhere where it bears none. */
function crossingsAt(carrier: Carrier, lines: LineWork, along: Along, heads: readonly Found[]): Found[] {
  const places = Float64Array.from(heads, ({ atMm }) => atMm).sort();
  const found: Found[] = [];
  along.crossing.forEach((i, k) => {
    const at = along.crossingAtMm[k]!;
    if (places.length === 0 || isNextTo(places, at)) found.push({ atMm: at, crossing: crossingOf(carrier, lines, i) });
  });
  return found;
}

/** Whether something that is at one of some places, rising, may be one stop with it. */
function isNextTo(places: Float64Array, at: number): boolean {
  const next = countBelow(places, at - 2 * ON_LINE_MM);
  return next < places.length && places[next]! <= at + 2 * ON_LINE_MM;
}

function crossingOf(carrier: Carrier, lines: LineWork, i: number): Crossing {
  const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
  const [[pa, pl], [qa, ql]] = [onCarrier(carrier, p), onCarrier(carrier, q)];
  const sin = Math.abs(ql - pl) / Math.hypot(qa - pa, ql - pl);
  const row = lines.rows[i] ?? 0;
  return {
    row,
    lastRow: lines.lastRows[i] ?? row,
    leftMm: Math.max(0, Math.max(pl, ql)) / sin,
    rightMm: Math.max(0, -Math.min(pl, ql)) / sin,
    ends: pl < ql ? [q, p] : [p, q],
  };
}

function headOn(carrier: Carrier, head: Head): Found | undefined {
  const [at, left] = onCarrier(carrier, head.atMm);
  if (Math.abs(left) > ON_LINE_MM + (head.kind === "filled-arrow" ? 0 : 0.05 * head.sizeMm)) return undefined;
  if (at < -BEYOND_MM || at > carrier.lengthMm + BEYOND_MM) return undefined;
  const cos = head.towards[0] * carrier.along[0] + head.towards[1] * carrier.along[1];
  if (head.kind === "filled-arrow" ? Math.abs(cos) < 0.99 : head.sizeMm > LARGEST_ROUND_MM) return undefined;
  const points = head.kind === "filled-arrow" ? (cos > 0 ? 1 : -1) : 0;
  return { atMm: at, head: { kind: head.kind, sizeMm: head.sizeMm, rows: [head.row], points } };
}

/** Two barbs with one tip, one on each side, are an open arrow. */
function openArrows(barbs: readonly Barb[]): Found[] {
  const arrows: Found[] = [];
  const sorted = barbs.slice().sort((a, b) => a.atMm - b.atMm);
  sorted.forEach((one, i) => {
    if (one.side !== 1) return;
    for (const step of [1, -1]) {
      for (let k = i + step; k >= 0 && k < sorted.length; k += step) {
        const other = sorted[k];
        if (!other || Math.abs(other.atMm - one.atMm) > ON_LINE_MM) break;
        const isPair =
          other.side === -1 && other.points === one.points && Math.abs(other.sizeMm - one.sizeMm) < 0.25 * one.sizeMm;
        if (!isPair) continue;
        const head: StopHead = {
          kind: "open-arrow",
          sizeMm: one.sizeMm,
          rows: [one.row, other.row],
          points: one.points,
        };
        arrows.push({ atMm: (one.atMm + other.atMm) / 2, head });
        return;
      }
    }
  });
  return arrows;
}

/** What lies at one place is one stop; its place is that of its head, else of the first that crosses there. */
function merged(found: Found[]): Stop[] {
  found.sort((a, b) => a.atMm - b.atMm);
  const stops: Stop[] = [];
  for (let start = 0; start < found.length;) {
    let end = start + 1;
    while (end < found.length && (found[end]?.atMm ?? 0) - (found[start]?.atMm ?? 0) <= 2 * ON_LINE_MM) end++;
    const here = found.slice(start, end);
    const heads = here.flatMap(({ head }) => head ?? []);
    const crossings = here.flatMap(({ crossing }) => crossing ?? []);
    // A tick crosses the line too, and is no extension line.
    const others = crossings.filter(({ row }) => !heads.some(({ rows }) => rows.includes(row)));
    const at = here.find(({ head }) => head) ?? here[0];
    if (at) stops.push({ atMm: at.atMm, heads, crossings: others });
    start = end;
  }
  return stops;
}
