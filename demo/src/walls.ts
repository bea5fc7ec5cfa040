/** A wall by its centre line (upright or level) and its thickness. Building millimetres. */
export interface Wall {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly thickness: number;
  readonly openings?: readonly Opening[];
}

/** A door or window in a wall. */
export interface Opening {
  /** Middle of the opening along the wall, from its beginning. */
  readonly at: number;
  readonly width: number;
  readonly kind: "door" | "double-door" | "window" | "gap";
  /** Side to which a door swings, as one walks along the wall. */
  readonly side?: "left" | "right";
  /** Which end of the opening a door hangs at. */
  readonly hinge?: "begin" | "end";
}

export interface Rectangle {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

export const isLevel = (wall: Wall): boolean => wall.from[1] === wall.to[1];
export const lengthOf = (wall: Wall): number =>
  Math.abs(isLevel(wall) ? wall.to[0] - wall.from[0] : wall.to[1] - wall.from[1]);

/** The solid pieces of a wall between its openings. Ends reach half a thickness over the corners. */
export function solids(wall: Wall): Rectangle[] {
  const half = wall.thickness / 2;
  const cuts = [...(wall.openings ?? [])].sort((a, b) => a.at - b.at);
  const pieces: [number, number][] = [];
  let from = -half;
  for (const { at, width } of cuts) {
    pieces.push([from, at - width / 2]);
    from = at + width / 2;
  }
  pieces.push([from, lengthOf(wall) + half]);
  const [x, y] = [Math.min(wall.from[0], wall.to[0]), Math.min(wall.from[1], wall.to[1])];
  return pieces.map(([a, b]) =>
    isLevel(wall)
      ? { x0: x + a, x1: x + b, y0: y - half, y1: y + half }
      : { x0: x - half, x1: x + half, y0: y + a, y1: y + b },
  );
}

/** The outline of rectangles laid together, as level and upright edges: joints between walls vanish. */
export function outline(rectangles: readonly Rectangle[]): [number, number, number, number][] {
  const xs = [...new Set(rectangles.flatMap((r) => [r.x0, r.x1]))].sort((a, b) => a - b);
  const ys = [...new Set(rectangles.flatMap((r) => [r.y0, r.y1]))].sort((a, b) => a - b);
  const solid = (i: number, j: number): boolean => {
    const [x0, x1, y0, y1] = [xs[i], xs[i + 1], ys[j], ys[j + 1]];
    if (x0 === undefined || x1 === undefined || y0 === undefined || y1 === undefined) return false;
    const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
    return rectangles.some((r) => x > r.x0 && x < r.x1 && y > r.y0 && y < r.y1);
  };
  return [
    ...edges(ys.length, xs.length - 1, (line, cell) => solid(cell, line - 1) !== solid(cell, line)).map(
      ([line, a, b]): [number, number, number, number] => [xs[a] ?? 0, ys[line] ?? 0, xs[b] ?? 0, ys[line] ?? 0],
    ),
    ...edges(xs.length, ys.length - 1, (line, cell) => solid(line - 1, cell) !== solid(line, cell)).map(
      ([line, a, b]): [number, number, number, number] => [xs[line] ?? 0, ys[a] ?? 0, xs[line] ?? 0, ys[b] ?? 0],
    ),
  ];
}

/** Runs of neighbouring cell edges that are part of the outline: [line, first, last]. */
function edges(
  lines: number,
  cells: number,
  isEdge: (line: number, cell: number) => boolean,
): [number, number, number][] {
  const runs: [number, number, number][] = [];
  for (let line = 0; line < lines; line++) {
    for (let cell = 0; cell < cells; cell++) {
      if (!isEdge(line, cell)) continue;
      const start = cell;
      while (cell + 1 < cells && isEdge(line, cell + 1)) cell++;
      runs.push([line, start, cell + 1]);
    }
  }
  return runs;
}

/** Lines at 45° through rectangles, `spacing` apart: poché. Returns x1, y1, x2, y2 of each. */
export function pocheLines(rectangles: readonly Rectangle[], spacing: number): [number, number, number, number][] {
  const step = spacing * Math.SQRT2;
  const lows = rectangles.map((r) => r.y0 - r.x1);
  const highs = rectangles.map((r) => r.y1 - r.x0);
  const [low, high] = [Math.min(...lows), Math.max(...highs)];
  const lines: [number, number, number, number][] = [];
  for (let c = Math.ceil(low / step) * step; c < high; c += step) {
    const spans = rectangles
      .map((r): [number, number] => [Math.max(r.x0, r.y0 - c), Math.min(r.x1, r.y1 - c)])
      .filter(([a, b]) => b - a > 1)
      .sort((p, q) => p[0] - q[0]);
    let run: [number, number] | undefined;
    for (const span of [...spans, [Infinity, Infinity] as [number, number]]) {
      if (run && span[0] <= run[1]) run[1] = Math.max(run[1], span[1]);
      else {
        if (run) lines.push([run[0], run[0] + c, run[1], run[1] + c]);
        run = [...span];
      }
    }
  }
  return lines;
}
