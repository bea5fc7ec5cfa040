import { addTo } from "../../base/grouped";
import type { Straights } from "../straights";
import { apart } from "./angles";

/**
 * What a draughtsman sees: a broken line, also where a program drew its pieces one by one. Short lines of one pen that lie
 * on one straight, are of one length and leave one gap between them are the pieces of a broken line; at the edge of an
 * area the first and the last are cut short. Rows in narrow places have one or two pieces: they are known by the others
 * of their pen. Two pieces alone may be two lines.
 */

/** A piece is no longer, and a gap no wider than so many pieces. Millimetres. */
const LONGEST_MM = 15;
const WIDEST_GAP = 4;
const LEAST_GAP_MM = 0.25;
/** Pieces farther apart stand in two areas. Millimetres. */
const NEXT_AREA_MM = 20;
/** Pieces of one row lie on one straight, but for this. */
const SAME_LINE_MM = 0.06;
/** Lengths and gaps are alike within this. */
const SAME_SHARE = 0.08;
const SAME_MM = 0.06;
/** So many pieces tell a row, so much of them alike; and so many rows tell how a pen is broken. */
const LEAST_PIECES = 4;
const LEAST_SHARE = 0.6;
const LEAST_ROWS = 3;
/** Rows that are compared with each other: of thousands a few hundred tell how a pen is broken. */
const MOST_COMPARED = 300;
/** Directions of short lines scatter by so much, degrees. */
const SCATTER_DEG = 1.5;
const MOST_DIRECTIONS = 8;

/** How a line is broken: length of a piece, and of the gap behind it. Millimetres. */
export interface Break {
  readonly pieceMm: number;
  readonly gapMm: number;
}

/** For each straight that is a piece of a broken line, how that is broken; by kind, as `kinds` has them (−1: none). */
export function brokenRows(straights: Straights, kinds: Int32Array): Map<number, Break> {
  const ofKind = new Map<number, number[]>();
  for (let i = 0; i < straights.count; i++)
    if ((kinds[i] ?? -1) >= 0 && lengthOf(straights, i) <= LONGEST_MM) addTo(ofKind, kinds[i]!, i);
  const broken = new Map<number, Break>();
  for (const pieces of ofKind.values()) {
    if (pieces.length < LEAST_PIECES * LEAST_ROWS) continue;
    for (const alike of byDirection(straights, pieces)) markBroken(straights, alike, broken);
  }
  return broken;
}

interface Directed {
  readonly pieces: readonly number[];
  readonly turn: number;
}

/** Pieces by their common directions, those of most first. */
function byDirection(straights: Straights, pieces: readonly number[]): Directed[] {
  const groups: Directed[] = [];
  const angles = Float32Array.from(pieces, (i) => angleOf(straights, i));
  let left = Uint32Array.from(pieces.keys());
  while (left.length >= LEAST_PIECES * LEAST_ROWS && groups.length < MOST_DIRECTIONS) {
    const counts = new Uint32Array(180);
    for (const k of left) counts[Math.round(angles[k]!) % 180]!++;
    const most = counts.indexOf(Math.max(...counts));
    const isNear = (k: number): boolean => apart(angles[k]!, most) <= SCATTER_DEG;
    const alike = Array.from(left.filter(isNear), (k) => pieces[k]!);
    left = left.filter((k) => !isNear(k));
    groups.push({ pieces: alike, turn: straights.turnOf(alike) });
  }
  return groups;
}

interface Placed {
  readonly i: number;
  readonly from: number;
  readonly to: number;
  readonly across: number;
}

function markBroken(straights: Straights, { pieces, turn }: Directed, broken: Map<number, Break>): void {
  const rows = rowsOf(pieces.map((i) => placed(straights, i, turn)));
  const common = commonBreaks(rows.flatMap((row) => breakOf(row) ?? []));
  for (const row of rows) {
    const own = breakOf(row);
    const known = (own && common.find((each) => isSame(each, own))) ?? common.find((each) => fits(row, each));
    if (!known) continue;
    // Where a whole line lies on the same straight, in the next area, it is no piece.
    for (const { i, from, to } of row) if (to - from <= known.pieceMm + tolerance(known.pieceMm)) broken.set(i, known);
  }
}

/** The breaks that several rows have, those of short pieces first: a sheet has areas of several patterns in one pen. */
function commonBreaks(all: readonly Break[]): Break[] {
  const step = Math.max(1, all.length / MOST_COMPARED);
  const compared = Array.from({ length: Math.min(all.length, MOST_COMPARED) }, (_, k) => all[Math.floor(k * step)]!);
  const common: Break[] = [];
  for (const each of compared) {
    if (common.some((known) => isSame(known, each))) continue;
    if (compared.filter((other) => isSame(each, other)).length >= LEAST_ROWS) common.push(each);
  }
  return common.sort((a, b) => a.pieceMm - b.pieceMm);
}

/** Pieces on one straight, in their order along it. */
function rowsOf(all: Placed[]): Placed[][] {
  all.sort((a, b) => a.across - b.across);
  const rows: Placed[][] = [];
  for (let start = 0; start < all.length;) {
    let end = start + 1;
    while (end < all.length && all[end]!.across - all[start]!.across <= SAME_LINE_MM) end++;
    rows.push(...areasOf(all.slice(start, end).sort((a, b) => a.from - b.from)));
    start = end;
  }
  return rows;
}

/** What lies on one straight, by the areas that it crosses: two of them may have different patterns. */
function areasOf(onOne: readonly Placed[]): Placed[][] {
  const areas: Placed[][] = [];
  let reach = -Infinity;
  for (const each of onOne) {
    if (each.from - reach > NEXT_AREA_MM) areas.push([each]);
    else areas.at(-1)?.push(each);
    reach = Math.max(reach, each.to);
  }
  return areas;
}

/** How a row of pieces is broken; undefined where they are too few, or not alike. */
function breakOf(row: readonly Placed[]): Break | undefined {
  if (row.length < LEAST_PIECES) return undefined;
  const lengths = row.slice(1, -1).map(({ from, to }) => to - from);
  const gaps = row.slice(1).map(({ from }, k) => from - row[k]!.to);
  const [pieceMm, gapMm] = [middle(lengths), middle(gaps)];
  if (gapMm < LEAST_GAP_MM || gapMm > WIDEST_GAP * pieceMm) return undefined;
  const share = (values: readonly number[], value: number): number =>
    values.filter((each) => isAlike(each, value)).length / values.length;
  return share(lengths, pieceMm) >= LEAST_SHARE && share(gaps, gapMm) >= LEAST_SHARE ? { pieceMm, gapMm } : undefined;
}

/** Whether a row may be one that is broken so: no piece is longer, and gaps leave room for whole pieces between. */
function fits(row: readonly Placed[], { pieceMm, gapMm }: Break): boolean {
  if (row.some(({ from, to }) => to - from > pieceMm + tolerance(pieceMm))) return false;
  return row.slice(1).every(({ from }, k) => from - row[k]!.to >= gapMm - tolerance(gapMm));
}

const tolerance = (value: number): number => Math.max(SAME_MM, SAME_SHARE * value);
const isAlike = (a: number, b: number): boolean => Math.abs(a - b) <= tolerance(b);
const isSame = (a: Break, b: Break): boolean => isAlike(a.pieceMm, b.pieceMm) && isAlike(a.gapMm, b.gapMm);
const middle = (values: readonly number[]): number =>
  values.slice().sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

function lengthOf(straights: Straights, i: number): number {
  const { x1, y1, x2, y2 } = straights.at(i);
  return Math.hypot(x2 - x1, y2 - y1);
}

/** Degrees, 0 ≤ angle < 180. */
function angleOf(straights: Straights, i: number): number {
  const { x1, y1, x2, y2 } = straights.at(i);
  return ((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI + 180) % 180;
}

function placed(straights: Straights, i: number, turn: number): Placed {
  const { x1, y1, x2, y2 } = straights.at(i);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [p, q] = [x1 * cos + y1 * sin, x2 * cos + y2 * sin];
  return { i, from: Math.min(p, q), to: Math.max(p, q), across: ((y1 + y2) / 2) * cos - ((x1 + x2) / 2) * sin };
}
