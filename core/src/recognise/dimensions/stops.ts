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

/**
 * Everything along a carrier that a dimension can end at, in order. What is looked at is taken off the budget; nothing
 * is found once that is used up. Short lines of a hatch and arrows of leaders lie on dimension lines, too: where heads
 * stand on the layer of the dimension line (`isOwn`), others are none of its own.
 */
export function stopsOn(
  carrier: Carrier,
  lines: LineWork,
  heads: Heads,
  budget: { left: number },
  isOwn: (row: number) => boolean,
): Stop[] {
  const found: Found[] = [];
  const barbs: Barb[] = [];
  const seen = new Set<number>();
  for (const box of boxesAlong(carrier)) {
    const near = lines.near(box);
    budget.left -= near.length;
    if (budget.left <= 0) return [];
    for (const i of near) {
      if (isClear(carrier, lines.ends, i) || seen.has(i)) continue;
      seen.add(i);
      lookAt(carrier, lines, i, found, barbs);
    }
  }
  const asHeads = new Set<number>();
  for (const box of boxesAlong(carrier))
    for (const head of heads.near(box)) {
      if (asHeads.has(head.row)) continue;
      asHeads.add(head.row);
      const at = headOn(carrier, head);
      if (at) found.push(at);
    }
  found.push(...openArrows(barbs));
  const isOwnHead = ({ head }: Found): boolean => head !== undefined && head.rows.every(isOwn);
  return merged(found.some(isOwnHead) ? found.filter((each) => !each.head || isOwnHead(each)) : found);
}

function* boxesAlong(carrier: Carrier): Generator<BoxMm> {
  const total = carrier.lengthMm + 2 * BEYOND_MM;
  const count = Math.max(1, Math.ceil(total / STRIDE_MM));
  for (let k = 0; k < count; k++) {
    const [a, b] = [k, k + 1].map((n) => pointAt(carrier, (n / count) * total - BEYOND_MM)) as [PointMm, PointMm];
    yield boxOfPoints([a, b], ON_LINE_MM);
  }
}

/** Whether a piece of line stands on one side of a carrier, and off it: most do, and are told at a glance. */
function isClear({ from: [x, y], along: [ux, uy] }: Carrier, ends: Float32Array, i: number): boolean {
  const one = (ends[i * 4 + 1]! - y) * ux - (ends[i * 4]! - x) * uy;
  const other = (ends[i * 4 + 3]! - y) * ux - (ends[i * 4 + 2]! - x) * uy;
  return (one > CLEAR_MM && other > CLEAR_MM) || (one < -CLEAR_MM && other < -CLEAR_MM);
}

/** What one piece of line is to a carrier: a tick, half of an open arrow, or a line that crosses or ends there. */
function lookAt(carrier: Carrier, lines: LineWork, i: number, found: Found[], barbs: Barb[]): void {
  const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
  const [pa, pl] = onCarrier(carrier, p);
  const [qa, ql] = onCarrier(carrier, q);
  const length = Math.hypot(qa - pa, ql - pl);
  const sin = Math.abs(ql - pl) / (length || 1);
  const row = lines.rows[i] ?? 0;
  const reaches = (at: number): boolean => at > -BEYOND_MM && at < carrier.lengthMm + BEYOND_MM;
  const off = Math.abs(pl + ql) / 2;
  if (length >= TICK.least && length <= TICK.most && sin > TICK.leastSin && sin < TICK.mostSin) {
    const at = (pa + qa) / 2;
    if (off <= Math.max(ON_LINE_MM, TICK_OFF_SHARE * length) && reaches(at))
      found.push({ atMm: at, head: { kind: "oblique-tick", sizeMm: length, rows: [row], points: 0 } });
  }
  if (length >= BARB.least && length <= BARB.most && sin > BARB.leastSin && sin < BARB.mostSin) {
    const [tip, tail, side] = Math.abs(pl) < Math.abs(ql) ? [pa, qa, ql] : [qa, pa, pl];
    if (Math.min(Math.abs(pl), Math.abs(ql)) <= ON_LINE_MM && reaches(tip))
      barbs.push({
        atMm: tip,
        side: side > 0 ? 1 : -1,
        points: tip > tail ? 1 : -1,
        sizeMm: Math.abs(tip - tail),
        row,
      });
  }
  if (sin >= LEAST_CROSSING_SIN && length >= LEAST_CROSSING_MM) {
    const [low, high] = pl < ql ? [pl, ql] : [ql, pl];
    if (low > ON_LINE_MM || high < -ON_LINE_MM) return;
    const at = pl === ql ? pa : pa + ((qa - pa) * -pl) / (ql - pl);
    if (!reaches(at)) return;
    const [left, right] = pl < ql ? [q, p] : [p, q];
    found.push({
      atMm: at,
      crossing: {
        row,
        lastRow: lines.lastRows[i] ?? row,
        leftMm: Math.max(0, high) / sin,
        rightMm: Math.max(0, -low) / sin,
        ends: [left, right],
      },
    });
  }
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
