import type { Point } from "../drawing";
import type { HatchEntry, HatchFamilyEntry } from "../standard/plain";

/** A piece of a hatch line: x1, y1, x2, y2. */
export type Segment = readonly [number, number, number, number];

/** Lines and dashes of one family over one outline; a hatch that comes to more is drawn no further. */
const MOST_LINES = 20_000;
/** Dashes and gaps that together are shorter than this run into one line. Millimetres. */
const LEAST_PERIOD_MM = 0.02;

/**
 * The lines of a hatch within an outline. Lengths of the hatch are multiplied by `factor` (1 for
 * those on paper, 1/scale for those in the building); coordinates are those of the outline.
 * `start` is where the pattern begins.
 */
export function hatchLines(
  hatch: Pick<HatchEntry, "families">,
  outline: readonly Point[],
  start: Point,
  factor: number,
): Segment[] {
  return hatch.families.flatMap((family) => familyLines(family, outline, start, factor));
}

/** Where a hatch begins: coursing with a whole unit at the lower left, others at the origin of the sheet. */
export function startOf(hatch: HatchEntry, outline: readonly Point[]): Point {
  if (hatch.start === "anywhere") return [0, 0];
  return [Math.min(...outline.map(([x]) => x)), Math.min(...outline.map(([, y]) => y))];
}

function familyLines(family: HatchFamilyEntry, outline: readonly Point[], [x0, y0]: Point, factor: number): Segment[] {
  const spacing = family.spacingMm * factor;
  if (!(spacing > 0)) return [];
  const turn = (family.angleDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  // Along the lines and across them, seen from the starting point.
  const points = outline.map(([x, y]): Point => {
    const [dx, dy] = [x - x0, y - y0];
    return [dx * cos + dy * sin, -dx * sin + dy * cos];
  });
  const across = points.map(([, v]) => v);
  const offset = family.offsetMm * factor;
  const first = Math.ceil((Math.min(...across) - offset) / spacing - 1e-9);
  const last = Math.floor((Math.max(...across) - offset) / spacing + 1e-9);
  const segments: Segment[] = [];
  for (let k = first; k <= Math.min(last, first + MOST_LINES) && segments.length < MOST_LINES; k++) {
    const v = k * spacing + offset;
    const dashes = family.dashMm.map((each) => each * factor);
    for (const [from, to] of spans(points, v))
      for (const [a, b] of dashed(from, to, dashes, k * family.shiftMm * factor))
        segments.push([x0 + a * cos - v * sin, y0 + a * sin + v * cos, x0 + b * cos - v * sin, y0 + b * sin + v * cos]);
  }
  return segments;
}

/** Where a level line runs inside an outline (even-odd). */
function spans(points: readonly Point[], v: number): [number, number][] {
  const crossings: number[] = [];
  points.forEach(([u1, v1], i) => {
    const [u2, v2] = points[(i + 1) % points.length] ?? [u1, v1];
    // An end that lies on the line counts with the edge above it only.
    if (v1 > v === v2 > v) return;
    crossings.push(u1 + ((v - v1) / (v2 - v1)) * (u2 - u1));
  });
  crossings.sort((a, b) => a - b);
  const result: [number, number][] = [];
  for (let i = 0; i + 1 < crossings.length; i += 2) {
    const [a = 0, b = 0] = [crossings[i], crossings[i + 1]];
    if (b - a > 1e-6) result.push([a, b]);
  }
  return result;
}

/** The dashes of a line that begin at `shift`, cut to [from, to]. */
function dashed(from: number, to: number, dashes: readonly number[], shift: number): [number, number][] {
  const period = dashes.reduce((sum, each) => sum + each, 0) * (dashes.length % 2 === 0 ? 1 : 2);
  if (!(period >= LEAST_PERIOD_MM)) return [[from, to]];
  const cycle = dashes.length % 2 === 0 ? dashes : [...dashes, ...dashes];
  const pieces: [number, number][] = [];
  let at = shift + Math.floor((from - shift) / period) * period;
  for (let i = 0; at < to && pieces.length < MOST_LINES; i++) {
    const end = at + (cycle[i % cycle.length] ?? 0);
    const [a, b] = [Math.max(at, from), Math.min(end, to)];
    if (i % 2 === 0 && b - a > 1e-6) pieces.push([a, b]);
    at = end;
  }
  return pieces;
}
