import {
  boxOfPoints,
  distanceToSegment,
  isInside,
  PAINT,
  pathBox,
  straightsOfRow,
  visiblePieces,
  type BoxMm,
  type Page,
  type PointMm,
} from "../drawing";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";

/** A filled area through which nothing can be seen. */
export interface HidingArea {
  readonly layer: number;
  /** As `PathColumns.order`. */
  readonly order: number;
  readonly boxMm: BoxMm;
  /** Corners of all its outlines: so much has to be gone through to know whether it hides a place. */
  readonly corners: number;
  /** Whether it hides a place that lies so far and more from its edge. Millimetres. */
  hides(x: number, y: number, clearMm: number): boolean;
}

/** Smaller areas are arrows, dots and the like. Millimetres. */
const LEAST_SIDE_MM = 1.5;
const WHITE = 0xffffff;

export const HIDING_AREAS: PageRecogniser<HidingArea> = {
  id: "hiding-areas",
  on: "page",
  ofDrawing: true,
  finds: "filled areas through which nothing can be seen",
  from: "fills of one colour that let nothing through, but for white ones and small ones",
  find: (facts) => [...areasOf(facts)].map((area) => measuredOn(facts.page.index, area)),
};

/** The rows of one painting are the outlines of one area. */
function* areasOf(facts: PageFacts): Generator<HidingArea> {
  const { paths } = facts.page;
  for (let row = 0, end = 0; row < paths.count; row = end) {
    end = row + 1;
    while (end < paths.count && paths.order[end] === paths.order[row]) end++;
    if (!isOpaque(facts, row)) continue;
    const rows = Array.from({ length: end - row }, (_, k) => row + k);
    const corners = rows
      .map((each) => pathBox(paths, each))
      .flatMap(({ x, y, width, height }) => [[x, y] as const, [x + width, y + height] as const]);
    const boxMm = boxOfPoints(corners);
    if (Math.min(boxMm.width, boxMm.height) >= LEAST_SIDE_MM) yield areaOf(facts, rows, boxMm);
  }
}

function isOpaque({ page: { paths }, file: { drawing } }: PageFacts, row: number): boolean {
  const paint = paths.paint[row] ?? 0;
  if ((paint & PAINT.hidden) !== 0 || (paint & PAINT.fill) === 0) return false;
  if ((paths.fillPattern[row] ?? 0) !== 0 || paths.fillColour[row] === WHITE) return false;
  const {
    fillAlpha = 1,
    blend = "Normal",
    masked = false,
  } = drawing.transparencies[paths.transparency[row] ?? 0] ?? {};
  return fillAlpha === 1 && blend === "Normal" && !masked;
}

function areaOf({ page }: PageFacts, rows: readonly number[], boxMm: BoxMm): HidingArea {
  const { paths, clips } = page;
  const [first = 0] = rows;
  const clip = paths.clip[first] ?? 0;
  let outlines: number[][] | undefined;
  return {
    layer: paths.layer[first] ?? -1,
    order: paths.order[first] ?? 0,
    boxMm,
    corners: (paths.firstPoint[first + rows.length] ?? 0) - (paths.firstPoint[first] ?? 0),
    hides: (x, y, clearMm) => {
      // Most areas are never asked.
      outlines ??= rows.map((row) => outlineOf(page, row));
      return (
        // An outline within another is a hole.
        outlines.filter((outline) => isInside(outline, true, x, y)).length % 2 === 1 &&
        visiblePieces(clips, clip, x - 0.01, y, x + 0.01, y).length > 0 &&
        (clearMm <= 0 || !outlines.some((outline) => isNearEdge(outline, [x, y], clearMm)))
      );
    },
  };
}

/** Its corners, x and y in turn. Areas are closed, whether or not their last side was drawn. */
function outlineOf({ paths }: Page, row: number): number[] {
  const points: number[] = [];
  straightsOfRow(paths, row, (x, y, toX, toY) => points.push(x, y, toX, toY));
  return points;
}

function isNearEdge(outline: readonly number[], at: PointMm, clearMm: number): boolean {
  for (let i = 0; i < outline.length; i += 2) {
    const k = (i + 2) % outline.length;
    const [from, to] = [i, k].map((n): PointMm => [outline[n] ?? 0, outline[n + 1] ?? 0]) as [PointMm, PointMm];
    if (distanceToSegment(at, from, to) <= clearMm) return true;
  }
  return false;
}
