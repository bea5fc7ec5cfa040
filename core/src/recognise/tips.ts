import { apart, boxOfPoints, type PointMm } from "../drawing";
import type { Heads } from "./heads";
import type { LineWork } from "./line-work";

/** Ticks, and the barbs of open arrows. Millimetres. */
const STROKE_MM = { least: 0.6, most: 6 };
/** A stroke ends at a tip, or has its middle there, within this. */
const ON_TIP_MM = 0.15;
/** The barbs of an open arrow: the sine of the angle at which they lie to the line, and how unlike they may be. */
const BARB_SIN = { least: 0.1, most: 0.75 };
const UNLIKE_SHARE = 0.25;
/** An arrow lies along its line but for this. */
const ALONG_COS = 0.94;

export interface Tip {
  readonly atMm: PointMm;
  /** How near what is drawn as a shape has to stand. Millimetres. */
  readonly withinMm: number;
  /** The way in which the line comes, of length 1: an arrow has to point that way. Any way, unless said. */
  readonly along?: PointMm;
  /** Pieces of the line itself. */
  readonly own?: readonly number[];
  /** Oblique ticks end a line, too. */
  readonly ticks?: boolean;
}

/** Rows of the page's paths of what a line ends in at a tip: an arrow, a dot, a circle, a tick, or the barbs of an open arrow. */
export function headsAtTip(lines: LineWork, heads: Heads, tip: Tip): number[] {
  const { atMm, withinMm, along } = tip;
  const drawn = heads
    .near(boxOfPoints([atMm], withinMm))
    .filter(({ kind, atMm: at, sizeMm, towards }) => {
      if (apart(at, atMm) > withinMm) return false;
      if (kind !== "filled-arrow") return sizeMm < STROKE_MM.most;
      return !along || towards[0] * along[0] + towards[1] * along[1] > ALONG_COS;
    })
    .map(({ row }) => row);
  if (drawn.length > 0) return drawn;
  const short = lines
    .near(boxOfPoints([atMm], ON_TIP_MM))
    .filter((i) => !tip.own?.includes(i) && lines.length(i) >= STROKE_MM.least && lines.length(i) <= STROKE_MM.most);
  const ticks = tip.ticks ? short.filter((i) => apart(middleOf(lines, i), atMm) <= ON_TIP_MM) : [];
  const found = ticks.length > 0 ? ticks : barbsOf(lines, short, tip);
  return [...new Set(found.flatMap((i) => lines.rowsOf(i)))];
}

function middleOf(lines: LineWork, i: number): PointMm {
  const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
  return [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
}

/** Two strokes from a tip, one on each side of the line, as long as each other. */
function barbsOf(lines: LineWork, short: readonly number[], { atMm, along }: Tip): number[] {
  const barbs = short.flatMap((i) => {
    const back = backFrom(lines, i, atMm);
    if (!back) return [];
    const length = lines.length(i);
    if (!along) return [{ i, length, side: 0 }];
    const side = back[0] * along[1] - back[1] * along[0];
    const isBehind = -(back[0] * along[0] + back[1] * along[1]) > 0;
    const isBarb = isBehind && Math.abs(side) > BARB_SIN.least * length && Math.abs(side) < BARB_SIN.most * length;
    return isBarb ? [{ i, length, side }] : [];
  });
  if (!along) return barbs.length >= 2 ? barbs.map(({ i }) => i) : [];
  const [one, other, third] = barbs;
  if (!one || !other || third || one.side > 0 === other.side > 0) return [];
  if (Math.abs(one.length - other.length) > UNLIKE_SHARE * Math.max(one.length, other.length)) return [];
  return [one.i, other.i];
}

/** From a tip to the other end of a piece that ends there; undefined for one that does not. */
function backFrom(lines: LineWork, i: number, tip: PointMm): PointMm | undefined {
  const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
  const [toP, toQ] = [apart(p, tip), apart(q, tip)];
  if (Math.min(toP, toQ) > ON_TIP_MM) return undefined;
  const [x, y] = toP < toQ ? q : p;
  return [x - tip[0], y - tip[1]];
}
