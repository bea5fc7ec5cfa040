const EDGE = "#C77700";
const AREA = "rgba(199, 119, 0, 0.16)";
/** A place that takes more than this share of the window. */
const LARGE = 0.2;
/** How far the mark of a place stands outside of it, pixels. */
const AROUND_PX = 3;

/** Marks places on the sheet: x, y, width, height of each in turn, millimetres. */
export function drawPlaces(
  context: CanvasRenderingContext2D,
  places: readonly number[],
  at: (xMm: number, yMm: number) => readonly [number, number],
): void {
  context.strokeStyle = EDGE;
  context.fillStyle = AREA;
  context.lineWidth = 1.5;
  for (let i = 0; i + 3 < places.length; i += 4) {
    const [x = 0, y = 0, width = 0, height = 0] = places.slice(i, i + 4);
    const [left, top] = at(x, y + height);
    const [right, bottom] = at(x + width, y);
    const box = [
      left - AROUND_PX,
      top - AROUND_PX,
      right - left + 2 * AROUND_PX,
      bottom - top + 2 * AROUND_PX,
    ] as const;
    // A tint over a whole drawing would hide it.
    if (box[2] * box[3] < LARGE * context.canvas.width * context.canvas.height) context.fillRect(...box);
    context.strokeRect(...box);
  }
}
