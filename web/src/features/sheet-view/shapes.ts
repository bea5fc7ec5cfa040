import type { PointMm, Shape } from "@hemstitch/core/drawing";

const INK = "#C77700";
const FONT = "600 12px 'Archivo Variable', sans-serif";
/** Length of the strokes at the ends of a measured distance, pixels. */
const END_PX = 5;

/** Draws what was measured over the sheet: lines, outlines, and distances with their figures. */
export function drawShapes(
  context: CanvasRenderingContext2D,
  shapes: readonly Shape[],
  at: (xMm: number, yMm: number) => readonly [number, number],
): void {
  context.strokeStyle = INK;
  context.lineWidth = 1.5;
  for (const shape of shapes) {
    if (shape.kind === "outline") stroke(context, [...shape.pointsMm, ...shape.pointsMm.slice(0, 1)], at);
    else stroke(context, [shape.fromMm, shape.toMm], at);
    if (shape.kind === "distance") distance(context, shape, at);
  }
}

function stroke(
  context: CanvasRenderingContext2D,
  points: readonly PointMm[],
  at: (xMm: number, yMm: number) => readonly [number, number],
): void {
  context.beginPath();
  for (const [x, y] of points) context.lineTo(...at(x, y));
  context.stroke();
}

function distance(
  context: CanvasRenderingContext2D,
  { fromMm, toMm, words }: Extract<Shape, { kind: "distance" }>,
  at: (xMm: number, yMm: number) => readonly [number, number],
): void {
  const [x1, y1] = at(...fromMm);
  const [x2, y2] = at(...toMm);
  const length = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [nx, ny] = [((y2 - y1) / length) * END_PX, (-(x2 - x1) / length) * END_PX];
  context.beginPath();
  for (const [x, y] of [
    [x1, y1],
    [x2, y2],
  ] as const) {
    context.moveTo(x - nx, y - ny);
    context.lineTo(x + nx, y + ny);
  }
  context.stroke();
  if (words === "") return;
  // The sheet is white in every scheme; a white edge keeps the figure readable over lines.
  context.font = FONT;
  context.lineWidth = 3;
  context.strokeStyle = "#fff";
  context.strokeText(words, x2 + END_PX + 3, y2 - 3);
  context.fillStyle = INK;
  context.fillText(words, x2 + END_PX + 3, y2 - 3);
  context.strokeStyle = INK;
  context.lineWidth = 1.5;
}
