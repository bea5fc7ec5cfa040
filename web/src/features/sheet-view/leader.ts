type Point = readonly [x: number, y: number];

/** Draws the line from a flag that stands aside to the place that it marks, in pixels of the window. */
export function drawLeader(
  context: CanvasRenderingContext2D,
  colour: string,
  [x, y]: Point = [0, 0],
  [across, down]: Point = [0, 0],
): void {
  if (across === 0 && down === 0) return;
  context.strokeStyle = colour;
  context.lineWidth = 1.5;
  context.beginPath();
  context.moveTo(x, y);
  context.lineTo(x + across, y + down);
  context.stroke();
}
