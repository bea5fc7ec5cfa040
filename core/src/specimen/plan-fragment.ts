import type { Board, Point } from "../drawing";
import type { StandardLookup } from "../standard/plain";
import { drawPoche } from "./poche";

/** Size of the fragment of plan, millimetres on paper. */
export const FRAGMENT = { widthMm: 76, heightMm: 40 } as const;

/** Cut walls of the fragment, from a plan at 1:50: a corner, a door, a window. Invented. */
const WALLS: readonly (readonly Point[])[] = [
  [
    [0, 34],
    [0, 40],
    [24, 40],
    [24, 34],
  ],
  [
    [48, 34],
    [48, 40],
    [76, 40],
    [76, 34],
  ],
  [
    [0, 0],
    [0, 34],
    [6, 34],
    [6, 0],
  ],
  [
    [52, 0],
    [52, 9],
    [55, 9],
    [55, 0],
  ],
  [
    [52, 27],
    [52, 34],
    [55, 34],
    [55, 27],
  ],
];

/**
 * A fragment of plan whose cut walls are drawn in the look that is shown and everything else in
 * the two thinnest pens, so that the eye can judge the one against the others.
 */
export function drawPlanFragment(
  board: Board,
  x: number,
  y: number,
  look: { readonly widthMm: number; readonly dashMm: readonly number[] },
  lookup: StandardLookup,
): void {
  const fine = lookup.pens[0]?.widthMm ?? 0.13;
  const medium = lookup.pens[1]?.widthMm ?? 0.18;
  const at = (points: readonly Point[]): Point[] => points.map(([px, py]) => [x + px, y + py]);
  board.pen(fine);
  for (const wall of WALLS) drawPoche(board, at(wall));
  board.pen(look.widthMm, look.dashMm);
  for (const wall of WALLS) board.polyline(at(wall), true);
  board.pen(medium);
  // The window: sills and the pane.
  for (const dy of [34, 36.6, 37.4, 40]) board.line(x + 24, y + dy, x + 48, y + dy);
  // The door, standing open, and its swing.
  board.polyline(
    at([
      [55, 9],
      [73, 9],
      [73, 9.9],
      [55, 9.9],
    ]),
    true,
  );
  board.pen(fine).arc(x + 55, y + 9, 18, 0, 90);
  // A table.
  board.rectangle({ x: x + 16, y: y + 10, width: 22, height: 14 });
}
