import Flatbush from "flatbush";
import { apart, boxOfPoints, PAINT, VERB, type BoxMm, type Page, type PathColumns, type PointMm } from "../drawing";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** Points of an arc lie so near to its circle: millimetres, or a share of the radius where that is more. */
const OFF_MM = 0.05;
const OFF_SHARE = 0.004;
const RADII_MM = { least: 0.4, most: 5000 };
/** A polygon of fewer corners is no arc; a mark of more parts is none that somebody dimensions. */
const CORNERS = { least: 8, most: 400 };
/** One straight begins where another ends. Millimetres. */
const JOINT_MM = 0.02;
/** Flatter than this it could be a straight. Degrees. */
const LEAST_SWEEP_DEG = 4;

/** A piece of a circle, or a whole one. Millimetres on paper; angles in degrees, counter-clockwise from the right. */
export interface Arc {
  readonly centreMm: PointMm;
  readonly radiusMm: number;
  /** Where it begins, going counter-clockwise, and how far it goes: 360 for a whole circle. */
  readonly fromDeg: number;
  readonly sweepDeg: number;
  /** Rows of the page's paths: several where an arc was written as short straights one by one. */
  readonly rows: readonly number[];
}

/** Arcs are kept by pieces of so many degrees: the box of a whole circle meets all that is in it. */
const PIECE_DEG = 20;

/** The arcs of a page by where they stand. */
export class Arcs {
  private index: Flatbush | undefined;
  /** The arc of each piece. */
  private readonly ofPiece: number[] = [];

  constructor(readonly all: readonly Arc[]) {}

  private indexed(): Flatbush | undefined {
    const boxes: BoxMm[] = [];
    this.all.forEach((arc, i) => {
      const pieces = Math.ceil(arc.sweepDeg / PIECE_DEG);
      const step = arc.sweepDeg / pieces;
      // Between its ends a piece stands out by what its chord leaves.
      const out = arc.radiusMm * (1 - Math.cos(((step / 2) * Math.PI) / 180));
      for (let k = 0; k < pieces; k++) {
        const ends = [k, k + 1].map((each) => pointOn(arc, arc.fromDeg + each * step));
        boxes.push(boxOfPoints(ends, out));
        this.ofPiece.push(i);
      }
    });
    if (boxes.length === 0) return undefined;
    const index = new Flatbush(boxes.length);
    for (const { x, y, width, height } of boxes) index.add(x, y, x + width, y + height);
    index.finish();
    return index;
  }

  /**
   * Arcs whose circles pass a point no farther off than a distance, the nearest first. Of each some part has to be near:
   * within the same distance, unless another is said.
   */
  passing([x, y]: PointMm, offMm: number, nearMm = offMm): Arc[] {
    this.index ??= this.indexed();
    const found = this.index?.search(x - nearMm, y - nearMm, x + nearMm, y + nearMm) ?? [];
    const off = ({ centreMm, radiusMm }: Arc): number =>
      Math.abs(Math.hypot(x - centreMm[0], y - centreMm[1]) - radiusMm);
    return [...new Set(found.map((i) => this.ofPiece[i] ?? -1))]
      .flatMap((i) => this.all[i] ?? [])
      .filter((arc) => off(arc) <= offMm)
      .sort((a, b) => off(a) - off(b));
  }
}

/** Whether a label stands in the middle of a circle of some size: no farther off than a share of its radius. */
export const isBubble = (
  { centreMm, radiusMm, sweepDeg }: Arc,
  label: PointMm,
  { least, most, off }: { readonly least: number; readonly most: number; readonly off: number },
): boolean =>
  sweepDeg >= NEARLY_ROUND_DEG && radiusMm >= least && radiusMm <= most && apart(centreMm, label) <= off * radiusMm;
const NEARLY_ROUND_DEG = 300;

export const pointOn = ({ centreMm: [x, y], radiusMm }: Arc, deg: number): PointMm => {
  const turn = (deg * Math.PI) / 180;
  return [x + radiusMm * Math.cos(turn), y + radiusMm * Math.sin(turn)];
};

/** Whether an arc goes through a direction from its centre, give or take some degrees. */
export function goesThrough({ fromDeg, sweepDeg }: Arc, deg: number, slackDeg = 0): boolean {
  const on = (((deg - fromDeg + slackDeg) % 360) + 360) % 360;
  return on <= sweepDeg + 2 * slackDeg;
}

export const directionDeg = ([x, y]: PointMm, [cx, cy]: PointMm): number =>
  (Math.atan2(y - cy, x - cx) * 180) / Math.PI;

export const ARCS: PageRecogniser<Arcs> = {
  id: "arcs",
  on: "page",
  ofDrawing: true,
  finds: "arcs and circles",
  from: "curves and polygons whose points lie on one circle",
  find: ({ page }) => [measuredOn(page.index, new Arcs(arcsOf(page)))],
};

function arcsOf({ paths }: Page): Arc[] {
  const arcs: Arc[] = [];
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.hidden) !== 0 || (paint & PAINT.stroke) === 0) continue;
    for (const run of runsOf(paths, row)) {
      const arc = arcOf(run, [row]);
      if (arc) arcs.push(arc);
    }
  }
  arcs.push(...exploded(paths));
  return arcs;
}

/** Straights that begin where the one before them ended, each a mark of its own. */
function exploded(paths: PathColumns): Arc[] {
  const arcs: Arc[] = [];
  let [points, rows]: [PointMm[], number[]] = [[], []];
  const end = (): void => {
    // A polygon may begin with a straight that leads to it.
    for (const skip of [0, 1]) {
      const [of, from] = [points.slice(skip), rows.slice(skip)];
      const arc = of.length >= CORNERS.least ? arcOf(of, from) : undefined;
      if (arc) {
        arcs.push(arc);
        break;
      }
    }
    [points, rows] = [[], []];
  };
  for (let row = 0; row < paths.count; row++) {
    const at = (paths.firstPoint[row] ?? 0) * 2;
    const paint = paths.paint[row] ?? 0;
    const isStraight =
      (paths.firstPoint[row + 1] ?? 0) * 2 - at === 4 && (paint & PAINT.stroke) !== 0 && (paint & PAINT.hidden) === 0;
    if (!isStraight) {
      end();
      continue;
    }
    const [from, to] = [pointAt(paths, at), pointAt(paths, at + 2)];
    const last = points.at(-1);
    if (!last || Math.abs(last[0] - from[0]) > JOINT_MM || Math.abs(last[1] - from[1]) > JOINT_MM) {
      end();
      points.push(from);
    }
    if (points.length <= CORNERS.most) {
      points.push(to);
      rows.push(row);
    }
  }
  end();
  return arcs;
}

const pointAt = ({ points }: PathColumns, at: number): PointMm => [points[at] ?? 0, points[at + 1] ?? 0];

/** The curved parts of a mark as points one after the other; all of a polygon that has corners enough. */
function runsOf({ verbs, points, firstVerb, firstPoint }: PathColumns, row: number): PointMm[][] {
  const runs: PointMm[][] = [];
  let curved: PointMm[] | undefined;
  const corners: PointMm[] = [];
  let at = (firstPoint[row] ?? 0) * 2;
  const to = firstVerb[row + 1] ?? 0;
  if (to - (firstVerb[row] ?? 0) > CORNERS.most) return [];
  let now: PointMm = [points[at] ?? 0, points[at + 1] ?? 0];
  for (let verb = firstVerb[row] ?? 0; verb < to; verb++) {
    const isCurve = verbs[verb] === VERB.curve;
    const numbers = isCurve ? 6 : 2;
    const next: PointMm = [points[at + numbers - 2] ?? 0, points[at + numbers - 1] ?? 0];
    if (isCurve) {
      const [a, b]: PointMm[] = [
        [points[at] ?? 0, points[at + 1] ?? 0],
        [points[at + 2] ?? 0, points[at + 3] ?? 0],
      ];
      const bent = [0.25, 0.5, 0.75, 1].map((t) => onCurve(now, a ?? now, b ?? now, next, t));
      const known = curved && isOneCircle([...curved, ...bent]) ? curved : undefined;
      if (known) known.push(...bent);
      else runs.push((curved = [now, ...bent]));
    } else {
      curved = undefined;
      corners.push(next);
    }
    now = next;
    at += numbers;
  }
  if (runs.length === 0 && corners.length >= CORNERS.least && isOneCircle(corners)) runs.push(corners);
  return runs;
}

function onCurve(p: PointMm, a: PointMm, b: PointMm, q: PointMm, t: number): PointMm {
  const s = 1 - t;
  const [w0, w1, w2, w3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
  return [w0 * p[0] + w1 * a[0] + w2 * b[0] + w3 * q[0], w0 * p[1] + w1 * a[1] + w2 * b[1] + w3 * q[1]];
}

const isOneCircle = (points: readonly PointMm[]): boolean => circleThrough(points) !== undefined;

/** The circle on which points lie one after the other; undefined where they don't. */
function circleThrough(points: readonly PointMm[]): { centreMm: PointMm; radiusMm: number } | undefined {
  // Every other point of a curve lies on its arc exactly, those between nearly.
  const place = (share: number): number => 2 * Math.round((share * (points.length - 1)) / 2);
  const [first, last] = [points[0], points.at(-1)];
  const isRound = first && last && Math.hypot(first[0] - last[0], first[1] - last[1]) <= OFF_MM;
  const [a, b, c] = [first, points[place(isRound ? 1 / 3 : 1 / 2)], isRound ? points[place(2 / 3)] : last];
  if (!a || !b || !c) return undefined;
  const d = 2 * (a[0] * (b[1] - c[1]) + b[0] * (c[1] - a[1]) + c[0] * (a[1] - b[1]));
  if (Math.abs(d) < 1e-9) return undefined;
  const [aa, bb, cc] = [a, b, c].map(([x, y]) => x * x + y * y) as [number, number, number];
  const centreMm: PointMm = [
    (aa * (b[1] - c[1]) + bb * (c[1] - a[1]) + cc * (a[1] - b[1])) / d,
    (aa * (c[0] - b[0]) + bb * (a[0] - c[0]) + cc * (b[0] - a[0])) / d,
  ];
  const radiusMm = Math.hypot(a[0] - centreMm[0], a[1] - centreMm[1]);
  if (!(radiusMm >= RADII_MM.least && radiusMm <= RADII_MM.most)) return undefined;
  const off = Math.max(OFF_MM, OFF_SHARE * radiusMm);
  const lies = ([x, y]: PointMm): boolean => Math.abs(Math.hypot(x - centreMm[0], y - centreMm[1]) - radiusMm) <= off;
  return points.every(lies) ? { centreMm, radiusMm } : undefined;
}

function arcOf(points: readonly PointMm[], rows: readonly number[]): Arc | undefined {
  const circle = circleThrough(points);
  if (!circle) return undefined;
  let turned = 0;
  for (let i = 0; i + 1 < points.length; i++) {
    const [p, q] = [points[i], points[i + 1]];
    if (!p || !q) continue;
    const step = directionDeg(q, circle.centreMm) - directionDeg(p, circle.centreMm);
    turned += step - 360 * Math.round(step / 360);
  }
  const sweepDeg = Math.min(360, Math.abs(turned));
  const [first, last] = [points[0], points.at(-1)];
  if (sweepDeg < LEAST_SWEEP_DEG || !first || !last) return undefined;
  return { ...circle, fromDeg: directionDeg(turned > 0 ? first : last, circle.centreMm), sweepDeg, rows };
}
