import type { Field, Spot } from "./paper";

export type Side = readonly [Spot, Spot];

/** The edges of what rectangles cover together, less others: each edge once, as long as it goes straight on. */
export function edgesOf(solid: readonly Field[], holes: readonly Field[]): Side[] {
  const cuts = (axis: 0 | 1): number[] =>
    [
      ...new Set([...solid, ...holes].flatMap((f) => [f[axis], f[axis + 2]!]).map((v) => Math.round(v * 1000) / 1000)),
    ].sort((a, b) => a - b);
  const [xs, ys] = [cuts(0), cuts(1)];
  const isIn = (fields: readonly Field[], x: number, y: number): boolean =>
    fields.some(([l, b, r, t]) => x > l && x < r && y > b && y < t);
  const full = (i: number, j: number): boolean => {
    if (i < 0 || j < 0 || i + 1 >= xs.length || j + 1 >= ys.length) return false;
    const [x, y] = [(xs[i]! + xs[i + 1]!) / 2, (ys[j]! + ys[j + 1]!) / 2];
    return isIn(solid, x, y) && !isIn(holes, x, y);
  };
  const sides: Side[] = [];
  const runs = (
    count: number,
    at: (k: number) => number,
    sideAt: (k: number) => number,
    make: (from: number, to: number) => Side,
  ): void => {
    let [from, kind] = [0, 0];
    for (let k = 0; k <= count; k++) {
      const here = k < count ? sideAt(k) : 0;
      if (here === kind) continue;
      if (kind !== 0) sides.push(make(at(from), at(k)));
      [from, kind] = [k, here];
    }
  };
  for (let j = 0; j < ys.length; j++)
    runs(
      xs.length - 1,
      (k) => xs[k]!,
      (k) => Number(full(k, j)) - Number(full(k, j - 1)),
      (a, b) => [
        [a, ys[j]!],
        [b, ys[j]!],
      ],
    );
  for (let i = 0; i < xs.length; i++)
    runs(
      ys.length - 1,
      (k) => ys[k]!,
      (k) => Number(full(i, k)) - Number(full(i - 1, k)),
      (a, b) => [
        [xs[i]!, a],
        [xs[i]!, b],
      ],
    );
  return sides;
}

/** Lines at an angle and a distance from each other, as far as they run within closed edges. */
export function linesWithin(
  edges: readonly Side[],
  degrees: number,
  spacing: number,
  start: Spot = [0, 0],
  dash: readonly number[] = [],
  shift = 0,
): Side[] {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const own = edges.map(([a, b]) => [along(a), along(b)] as const);
  function along([x, y]: Spot): Spot {
    return [(x - start[0]) * c + (y - start[1]) * s, -(x - start[0]) * s + (y - start[1]) * c];
  }
  const back = ([u, v]: Spot): Spot => [start[0] + u * c - v * s, start[1] + u * s + v * c];
  const vs = own.flatMap(([a, b]) => [a[1], b[1]]);
  const lines: Side[] = [];
  for (let k = Math.ceil(Math.min(...vs) / spacing - 1e-9); k * spacing < Math.max(...vs) - 1e-9; k++) {
    // A hair aside, so that an edge along the line is on one side of it.
    const v = k * spacing + 1e-7;
    const us = own
      .filter(([a, b]) => a[1] > v !== b[1] > v)
      .map(([a, b]) => a[0] + ((v - a[1]) / (b[1] - a[1])) * (b[0] - a[0]))
      .sort((a, b) => a - b);
    for (let i = 0; i + 1 < us.length; i += 2)
      for (const [from, to] of dashed(us[i]!, us[i + 1]!, dash, k * shift))
        lines.push([back([from, v]), back([to, v])]);
  }
  return lines;
}

/** Dashes and gaps from a start, cut where the line ends. */
function dashed(from: number, to: number, dash: readonly number[], shift: number): [number, number][] {
  if (dash.length === 0) return to - from > 1e-6 ? [[from, to]] : [];
  const [on, off] = [dash[0]!, dash[1]!];
  const period = on + off;
  const pieces: [number, number][] = [];
  for (let at = Math.floor((from - shift) / period) * period + shift; at < to; at += period) {
    const [a, b] = [Math.max(from, at), Math.min(to, at + on)];
    if (b - a > 1e-6) pieces.push([a, b]);
  }
  return pieces;
}

export const aroundOf = ([l, b, r, t]: Field): Side[] => [
  [
    [l, b],
    [r, b],
  ],
  [
    [r, b],
    [r, t],
  ],
  [
    [r, t],
    [l, t],
  ],
  [
    [l, t],
    [l, b],
  ],
];
