import type { Board, Point } from "../drawing";
import { hatchLines } from "../plot";

const SPACING_MM = 1.2;

/** What is cut, hatched at 45° with the pen that is set: in specimens, whatever the office's own hatches are. */
export function drawPoche(board: Board, outline: readonly Point[], spacingMm = SPACING_MM): void {
  const families = [{ angleDeg: 45, spacingMm, offsetMm: 0, shiftMm: 0, dashMm: [] }];
  for (const [x1, y1, x2, y2] of hatchLines({ families }, outline, [0, 0], 1)) board.line(x1, y1, x2, y2);
}
