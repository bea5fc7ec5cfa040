import { boxOfPoints, isInside, PAINT, pathBox, straightsOfRow, visiblePieces, type BoxMm } from "../drawing";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";

/** A filled area through which nothing can be seen. */
export interface HidingArea {
  readonly layer: number;
  /** As `PathColumns.order`. */
  readonly order: number;
  readonly boxMm: BoxMm;
  /** Each x and y in turn, millimetres; those within others are holes. */
  readonly outlines: readonly (readonly number[])[];
  hides(x: number, y: number): boolean;
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

function areaOf({ page: { paths, clips } }: PageFacts, rows: readonly number[], boxMm: BoxMm): HidingArea {
  const outlines = rows.map((row) => {
    const points: number[] = [];
    // Areas are closed, whether or not their last side was drawn.
    straightsOfRow(paths, row, (x, y, toX, toY) => points.push(x, y, toX, toY));
    return points;
  });
  const clip = paths.clip[rows[0] ?? 0] ?? 0;
  return {
    layer: paths.layer[rows[0] ?? 0] ?? -1,
    order: paths.order[rows[0] ?? 0] ?? 0,
    boxMm,
    outlines,
    hides: (x, y) =>
      outlines.filter((outline) => isInside(outline, true, x, y)).length % 2 === 1 &&
      visiblePieces(clips, clip, x - 0.01, y, x + 0.01, y).length > 0,
  };
}
