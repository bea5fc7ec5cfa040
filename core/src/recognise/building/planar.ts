import Flatbush from "flatbush";
import { addTo } from "../../base/grouped";
import { boxOfPoints, isInside, type PointMm } from "../../drawing";

/** A straight from one point to another. */
export type Segment = readonly [x1: number, y1: number, x2: number, y2: number];

/** What lines enclose. Millimetres, square millimetres. */
export interface Enclosed {
  /** Its corners, counter-clockwise. */
  readonly ring: readonly PointMm[];
  /** Outlines of what stands within it by itself, clockwise. */
  readonly holes: readonly (readonly PointMm[])[];
  /** Within the ring, without what stands in it. */
  readonly areaMm2: number;
  readonly grossMm2: number;
  /** Along its ring and the outlines of what stands in it. */
  readonly roundMm: number;
  /** Of lines within it that end in the open: where there are many, something that should close it does not. */
  readonly looseMm: number;
}

/** Pairs of lines that are looked at; among more, nothing is said to be enclosed. */
const MOST_PAIRS = 1_000_000;

/**
 * Lines of what is built meet others at their ends and seldom cross. Where thousands cross so many others each, they
 * enclose scraps, not rooms.
 */
const MOST_CROSSINGS = 1.5;
const MANY = 3000;

/**
 * Everything that straights enclose: they are split where they meet or come within `snapMm` of meeting, two loose ends no
 * farther apart than `bridgeMm` are joined, what stays loose is left out, and the faces between are walked around.
 * Undefined where there are too many pairs to look at, or lines that cross at random.
 */
export function enclosedBy(segments: readonly Segment[], snapMm: number, bridgeMm = 0): Enclosed[] | undefined {
  const graph = graphOf(segments, snapMm);
  if (!graph) return undefined;
  graph.bridge(bridgeMm);
  const cycles = graph.cycles();
  const outer = cycles.filter(({ area }) => area > 0).sort((a, b) => a.area - b.area);
  const within = new Map<Cycle, Cycle[]>();
  const index = indexOf(outer);
  for (const hole of cycles) {
    if (hole.area >= 0) continue;
    const [x, y] = hole.ring[0] ?? [0, 0];
    // The smallest face of another part around it: faces stand by rising area.
    const around = (index?.search(x, y, x, y) ?? [])
      .sort((a, b) => a - b)
      .map((i) => outer[i])
      .find((face) => face !== undefined && face.part !== hole.part && isInside(face.outline, true, x, y));
    if (around) addTo(within, around, hole);
  }
  const loose = new Map<Cycle, number>();
  for (const { x, y, length } of graph.dropped) {
    const around = (index?.search(x, y, x, y) ?? [])
      .sort((a, b) => a - b)
      .map((i) => outer[i])
      .find((face) => face !== undefined && isInside(face.outline, true, x, y));
    if (around) loose.set(around, (loose.get(around) ?? 0) + length);
  }
  return outer.map((face) => {
    const holes = within.get(face) ?? [];
    return {
      ring: face.ring,
      holes: holes.map(({ ring }) => ring),
      areaMm2: face.area + holes.reduce((sum, { area }) => sum + area, 0),
      grossMm2: face.area,
      looseMm: loose.get(face) ?? 0,
      roundMm: face.round + holes.reduce((sum, { round }) => sum + round, 0),
    };
  });
}

interface Cycle {
  readonly ring: readonly PointMm[];
  /** The same as x and y in turn. */
  readonly outline: readonly number[];
  /** Above nought counter-clockwise: a face; below: the outside of a part. */
  readonly area: number;
  readonly round: number;
  readonly part: number;
}

function indexOf(cycles: readonly Cycle[]): Flatbush | undefined {
  if (cycles.length === 0) return undefined;
  const index = new Flatbush(cycles.length);
  for (const { ring } of cycles) {
    const { x, y, width, height } = boxOfPoints(ring);
    index.add(x, y, x + width, y + height);
  }
  index.finish();
  return index;
}

/** Lines split where they meet, as a graph. */
function graphOf(segments: readonly Segment[], snap: number): Graph | undefined {
  const graph = new Graph(snap);
  if (segments.length === 0) return graph;
  const index = new Flatbush(segments.length);
  for (const [x1, y1, x2, y2] of segments)
    index.add(Math.min(x1, x2) - snap, Math.min(y1, y2) - snap, Math.max(x1, x2) + snap, Math.max(y1, y2) + snap);
  index.finish();
  const stops: number[][] = segments.map(() => [0, 1]);
  let left = MOST_PAIRS;
  let crossings = 0;
  for (let i = 0; i < segments.length; i++) {
    const own = segments[i]!;
    const [x1, y1, x2, y2] = own;
    const near = index.search(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2), (j) => j > i);
    left -= near.length;
    if (left < 0) return undefined;
    for (const j of near) if (meet(own, segments[j]!, snap, stops[i]!, stops[j]!)) crossings++;
  }
  if (segments.length > MANY && crossings > MOST_CROSSINGS * segments.length) return undefined;
  segments.forEach(([x1, y1, x2, y2], i) => {
    const nodes = (stops[i] ?? [])
      .sort((a, b) => a - b)
      .map((share) => graph.node(x1 + (x2 - x1) * share, y1 + (y2 - y1) * share));
    for (let k = 1; k < nodes.length; k++) graph.join(nodes[k - 1]!, nodes[k]!);
  });
  return graph;
}

/** Where two segments cross or touch, as shares of the length of each; says whether they cross, ends aside. */
function meet(a: Segment, b: Segment, snap: number, onA: number[], onB: number[]): boolean {
  const [ax, ay, bx, by] = [a[2] - a[0], a[3] - a[1], b[2] - b[0], b[3] - b[1]];
  const [la, lb] = [Math.hypot(ax, ay), Math.hypot(bx, by)];
  if (la === 0 || lb === 0) return false;
  const cross = ax * by - ay * bx;
  if (Math.abs(cross) > 1e-3 * la * lb) {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const [t, u] = [(dx * by - dy * bx) / cross, (dx * ay - dy * ax) / cross];
    if (t < -snap / la || t > 1 + snap / la || u < -snap / lb || u > 1 + snap / lb) return false;
    onA.push(Math.min(1, Math.max(0, t)));
    onB.push(Math.min(1, Math.max(0, u)));
    return t > snap / la && t < 1 - snap / la && u > snap / lb && u < 1 - snap / lb;
  }
  for (const [from, onto, stops, length] of [
    [b, a, onA, la],
    [a, b, onB, lb],
  ] as const)
    for (const [x, y] of [
      [from[0], from[1]],
      [from[2], from[3]],
    ] as const) {
      const [ox, oy] = [onto[2] - onto[0], onto[3] - onto[1]];
      const share = ((x - onto[0]) * ox + (y - onto[1]) * oy) / (length * length);
      const off = Math.abs((x - onto[0]) * oy - (y - onto[1]) * ox) / length;
      if (off <= snap && share > 0 && share < 1) stops.push(share);
    }
  return false;
}

class Graph {
  private readonly xs: number[] = [];
  private readonly ys: number[] = [];
  private readonly next: Set<number>[] = [];
  private readonly cells = new Map<string, number[]>();
  /** Middles and lengths of what ended in the open. */
  readonly dropped: { readonly x: number; readonly y: number; readonly length: number }[] = [];

  constructor(private readonly snap: number) {}

  /** The node at a place: one that is there already within the snap, else a new one. */
  node(x: number, y: number): number {
    const { snap } = this;
    const [c, r] = [Math.floor(x / snap), Math.floor(y / snap)];
    for (let i = c - 1; i <= c + 1; i++)
      for (let j = r - 1; j <= r + 1; j++)
        for (const known of this.cells.get(`${i},${j}`) ?? [])
          if (Math.hypot((this.xs[known] ?? 0) - x, (this.ys[known] ?? 0) - y) <= snap) return known;
    const id = this.xs.push(x) - 1;
    this.ys.push(y);
    this.next.push(new Set());
    addTo(this.cells, `${c},${r}`, id);
    return id;
  }

  join(a: number, b: number): void {
    if (a === b) return;
    this.next[a]?.add(b);
    this.next[b]?.add(a);
  }

  /** Joins loose ends that are near each other, the nearest first. */
  bridge(reach: number): void {
    const loose = this.next.flatMap((others, i) => (others.size === 1 ? [i] : []));
    if (reach <= 0 || loose.length < 2) return;
    const index = new Flatbush(loose.length);
    for (const node of loose) index.add(this.xs[node]!, this.ys[node]!, this.xs[node]!, this.ys[node]!);
    index.finish();
    for (const node of loose) {
      if (this.next[node]?.size !== 1) continue;
      const other = index
        .neighbors(this.xs[node]!, this.ys[node]!, 4, reach)
        .map((i) => loose[i]!)
        .find((each) => each !== node && this.next[each]?.size === 1 && !this.next[node]?.has(each));
      if (other !== undefined) this.join(node, other);
    }
  }

  /** All ways around faces, the nearest turn to the left taken at every node. */
  cycles(): Cycle[] {
    this.dropLooseEnds();
    const parts = this.parts();
    const turns = this.next.map((others, at) => [...others].sort((a, b) => this.angle(at, a) - this.angle(at, b)));
    const walked = this.next.map(() => new Set<number>());
    const cycles: Cycle[] = [];
    for (let at = 0; at < turns.length; at++)
      for (const to of turns[at] ?? []) {
        if (walked[at]?.has(to)) continue;
        const nodes: number[] = [];
        let [from, on] = [at, to];
        while (!walked[from]?.has(on)) {
          walked[from]?.add(on);
          nodes.push(from);
          const around = turns[on] ?? [];
          // Clockwise next of the way back: the face lies to the left.
          const back = around.indexOf(from);
          const turn = around[(back + around.length - 1) % around.length] ?? from;
          [from, on] = [on, turn];
        }
        cycles.push(this.cycleOf(nodes, parts[at] ?? 0));
      }
    return cycles;
  }

  private cycleOf(nodes: readonly number[], part: number): Cycle {
    const ring = nodes.map((node): PointMm => [this.xs[node] ?? 0, this.ys[node] ?? 0]);
    let [area, round] = [0, 0];
    for (let i = 0; i < ring.length; i++) {
      const [ax, ay] = ring[i] ?? [0, 0];
      const [bx, by] = ring[(i + 1) % ring.length] ?? [0, 0];
      area += (ax * by - bx * ay) / 2;
      round += Math.hypot(bx - ax, by - ay);
    }
    return { ring, outline: ring.flat(), area, round, part };
  }

  private angle(from: number, to: number): number {
    return Math.atan2((this.ys[to] ?? 0) - (this.ys[from] ?? 0), (this.xs[to] ?? 0) - (this.xs[from] ?? 0));
  }

  private dropLooseEnds(): void {
    const loose = this.next.flatMap((others, i) => (others.size === 1 ? [i] : []));
    for (let at = loose.pop(); at !== undefined; at = loose.pop()) {
      const [other] = this.next[at] ?? [];
      if (other === undefined) continue;
      const [ax, ay, bx, by] = [this.xs[at]!, this.ys[at]!, this.xs[other]!, this.ys[other]!];
      this.dropped.push({ x: (ax + bx) / 2, y: (ay + by) / 2, length: Math.hypot(ax - bx, ay - by) });
      this.next[at]?.clear();
      this.next[other]?.delete(at);
      if (this.next[other]?.size === 1) loose.push(other);
    }
  }

  /** Which connected part each node is of. */
  private parts(): Int32Array {
    const parts = new Int32Array(this.next.length).fill(-1);
    for (let start = 0, part = 0; start < parts.length; start++) {
      if (parts[start] !== -1) continue;
      const stack = [start];
      parts[start] = part;
      for (let at = stack.pop(); at !== undefined; at = stack.pop())
        for (const other of this.next[at] ?? [])
          if (parts[other] === -1) {
            parts[other] = part;
            stack.push(other);
          }
      part++;
    }
    return parts;
  }
}
