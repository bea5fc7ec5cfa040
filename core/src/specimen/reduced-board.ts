import type { Board } from "../drawing";

/** A board on which everything comes out `times` smaller, its origin at (x, y) of the board under it. */
export function reducedBoard(board: Board, times: number, x: number, y: number): Board {
  const k = 1 / times;
  const small: Board = {
    layer: (name, visible) => (board.layer(name, visible), small),
    endLayer: () => (board.endLayer(), small),
    // Lines keep at least a hair's width, so that a small picture still shows them.
    pen: (widthMm, dashMm = []) => (
      board.pen(
        Math.max(Math.min(0.06, widthMm), widthMm * k),
        dashMm.map((each) => each * k),
      ),
      small
    ),
    ink: (rgb) => (board.ink(rgb), small),
    fillInk: (rgb) => (board.fillInk(rgb), small),
    lettering: (set) => (board.lettering(set), small),
    line: (x1, y1, x2, y2) => (board.line(x + x1 * k, y + y1 * k, x + x2 * k, y + y2 * k), small),
    polyline: (points, closed) => (
      board.polyline(
        points.map(([px, py]) => [x + px * k, y + py * k]),
        closed,
      ),
      small
    ),
    fill: (points) => (board.fill(points.map(([px, py]) => [x + px * k, y + py * k])), small),
    rectangle: (box, how) => (
      board.rectangle({ x: x + box.x * k, y: y + box.y * k, width: box.width * k, height: box.height * k }, how),
      small
    ),
    circle: (cx, cy, radius, how) => (board.circle(x + cx * k, y + cy * k, radius * k, how), small),
    arc: (cx, cy, radius, from, to) => (board.arc(x + cx * k, y + cy * k, radius * k, from, to), small),
    textWidth: (text, heightMm) => board.textWidth(text, heightMm),
    text: (text, tx, ty, options) => (
      board.text(text, x + tx * k, y + ty * k, { ...options, heightMm: options.heightMm * k }),
      small
    ),
  };
  return small;
}

/** A board of the same size whose origin is at (x, y) of the board under it. */
export const placedBoard = (board: Board, x: number, y: number): Board => reducedBoard(board, 1, x, y);
