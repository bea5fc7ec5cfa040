import Flatbush from "flatbush";
import { apart, PAINT, pathBox, straightsOfRow, VERB, type BoxMm, type Page, type PointMm } from "../drawing";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** Heads are no larger than this. Millimetres on paper. */
const LARGEST_MM = 8;
const SMALLEST_MM = 0.3;
/** The tip of an arrow is no blunter than this. */
const BLUNTEST_DEG = 75;
const SAME_MM = 0.01;
/** A closed outline is a circle where its points lie so near to one distance from its middle, as a share of it. */
const ROUND_SHARE = 0.05;
/** Some programs write five digits, of a sheet in points: a thirtieth of a millimetre. */
const ROUNDING_MM = 0.03;
const MOST_VERBS = 80;
const LEAST_CORNERS = 7;

/** Something that a dimension line or leader can end with, drawn as a shape of its own. */
export interface Head {
  readonly kind: "filled-arrow" | "dot" | "circle";
  /** Tip of an arrow, else the middle. */
  readonly atMm: PointMm;
  /** Where an arrow points to, as a direction of length 1. */
  readonly towards: PointMm;
  /** Length of an arrow; diameter of a dot or circle. */
  readonly sizeMm: number;
  /** Row of the page's paths. */
  readonly row: number;
}

/** The heads of a page by where they stand. */
export class Heads {
  private readonly index: Flatbush | undefined;

  constructor(readonly all: readonly Head[]) {
    if (all.length === 0) return;
    this.index = new Flatbush(all.length);
    for (const { atMm } of all) this.index.add(atMm[0], atMm[1], atMm[0], atMm[1]);
    this.index.finish();
  }

  near({ x, y, width, height }: BoxMm): readonly Head[] {
    return (this.index?.search(x, y, x + width, y + height) ?? []).flatMap((i) => this.all[i] ?? []);
  }
}

export const HEADS: PageRecogniser<Heads> = {
  id: "heads",
  on: "page",
  ofDrawing: true,
  finds: "arrowheads, dots and circles that lines end with",
  from: "small filled triangles and small round outlines",
  find: ({ page }) => [measuredOn(page.index, new Heads(headsOf(page)))],
};

function headsOf(page: Page): Head[] {
  const heads: Head[] = [];
  const { paths } = page;
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.hidden) !== 0 || (paths.firstPoint[row + 1] ?? 0) - (paths.firstPoint[row] ?? 0) < 3) continue;
    // Long polylines are no heads, however small.
    if ((paths.firstVerb[row + 1] ?? 0) - (paths.firstVerb[row] ?? 0) > MOST_VERBS) continue;
    const { width, height } = pathBox(paths, row);
    const size = Math.max(width, height);
    if (size > LARGEST_MM || size < SMALLEST_MM) continue;
    const head = (paint & PAINT.fill) !== 0 ? (arrowAt(page, row) ?? roundAt(page, row)) : roundAt(page, row);
    if (head) heads.push(head);
  }
  return heads;
}

/** A filled triangle, or a dart of four corners, by its sharpest one. */
function arrowAt(page: Page, row: number): Head | undefined {
  const corners = cornersOf(page, row);
  if (!corners || corners.length < 3 || corners.length > 4) return undefined;
  const angles = corners.map((corner, i) =>
    cornerDeg(corners.at(i - 1) ?? corner, corner, corners[(i + 1) % corners.length] ?? corner),
  );
  const sharpest = angles.indexOf(Math.min(...angles));
  const tip = corners[sharpest];
  if (!tip || (angles[sharpest] ?? 180) > BLUNTEST_DEG) return undefined;
  const [left, right] = [corners.at(sharpest - 1), corners[(sharpest + 1) % corners.length]];
  if (!left || !right) return undefined;
  const base: PointMm = [(left[0] + right[0]) / 2, (left[1] + right[1]) / 2];
  const length = Math.hypot(tip[0] - base[0], tip[1] - base[1]);
  const [a, b] = [Math.hypot(left[0] - tip[0], left[1] - tip[1]), Math.hypot(right[0] - tip[0], right[1] - tip[1])];
  if (length < SMALLEST_MM || Math.abs(a - b) > 0.12 * Math.max(a, b)) return undefined;
  const towards: PointMm = [(tip[0] - base[0]) / length, (tip[1] - base[1]) / length];
  return { kind: "filled-arrow", atMm: tip, towards, sizeMm: length, row };
}

/** The corners of a closed outline of straights, doubles left out; undefined for one with curves or too many. */
function cornersOf({ paths }: Page, row: number): PointMm[] | undefined {
  const [from, to] = [paths.firstVerb[row] ?? 0, paths.firstVerb[row + 1] ?? 0];
  if (to - from > 6) return undefined;
  for (let v = from + 1; v < to; v++) if (paths.verbs[v] !== VERB.line) return undefined;
  const corners: PointMm[] = [];
  for (let p = paths.firstPoint[row] ?? 0; p < (paths.firstPoint[row + 1] ?? 0); p++) {
    const corner: PointMm = [paths.points[p * 2] ?? 0, paths.points[p * 2 + 1] ?? 0];
    const before = corners.at(-1);
    if (!before || apart(before, corner) > SAME_MM) corners.push(corner);
  }
  const [first, last] = [corners[0], corners.at(-1)];
  if (first && last && corners.length > 1 && apart(first, last) <= SAME_MM) corners.pop();
  return corners;
}

/** The angle inside a corner between its neighbours, degrees. */
function cornerDeg(before: PointMm, at: PointMm, after: PointMm): number {
  const [ax, ay, bx, by] = [before[0] - at[0], before[1] - at[1], after[0] - at[0], after[1] - at[1]];
  const cos = (ax * bx + ay * by) / (Math.hypot(ax, ay) * Math.hypot(bx, by) || 1);
  return (Math.acos(Math.min(1, Math.max(-1, cos))) * 180) / Math.PI;
}

function roundAt({ paths }: Page, row: number): Head | undefined {
  const circle = circleAt(paths, row);
  if (!circle) return undefined;
  const paint = paths.paint[row] ?? 0;
  const isFilled = (paint & PAINT.fill) !== 0 && paths.fillColour[row] !== 0xffffff;
  const { atMm, radiusMm } = circle;
  return { kind: isFilled ? "dot" : "circle", atMm, towards: [0, 0], sizeMm: 2 * radiusMm, row };
}

/** A whole circle drawn as curves, however many, or as a polygon of many corners. */
export function circleAt(
  paths: Page["paths"],
  row: number,
): { readonly atMm: PointMm; readonly radiusMm: number } | undefined {
  const points: PointMm[] = [];
  straightsOfRow(paths, row, (x1, y1, x2, y2) => {
    if (points.length === 0) points.push([x1, y1]);
    points.push([x2, y2]);
  });
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length <= LEAST_CORNERS) return undefined;
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const radius = (right - left + high - low) / 4;
  const middle: PointMm = [(left + right) / 2, (low + high) / 2];
  if (
    !(radius > 0) ||
    points.some((point) => Math.abs(apart(middle, point) - radius) > ROUND_SHARE * radius + ROUNDING_MM)
  )
    return undefined;
  const isClosed = ((paths.paint[row] ?? 0) & (PAINT.closed | PAINT.fill)) !== 0 || apart(first, last) < 0.1 * radius;
  return isClosed ? { atMm: middle, radiusMm: radius } : undefined;
}
