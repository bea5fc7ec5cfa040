import { boxOfPoints, type BoxMm, type PointMm } from "../../drawing";
import type { LineWork } from "../line-work";

/** How far from a point the lines of its cell may lie. Millimetres on paper. */
const REACH = { across: 260, up: 90 };
const THIN_MM = 0.05;
const LEVEL_SIN = 0.01;
/** A line bounds a cell where it passes a point by no less than this. */
const PAST_MM = 0.3;
const LEAST_MM = 2.5;

/**
 * The cell of a table that a point lies in: the nearest lines on its four sides. Undefined where one of them is missing,
 * or where more was looked at than there is time for.
 */
export function cellAround(lines: LineWork, [x, y]: PointMm, looked: { left: number }): BoxMm | undefined {
  if (looked.left <= 0) return undefined;
  const left = nearest(lines, [x, y], [-1, 0], REACH.across, looked);
  const right = nearest(lines, [x, y], [1, 0], REACH.across, looked);
  const low = nearest(lines, [x, y], [0, -1], REACH.up, looked);
  const high = nearest(lines, [x, y], [0, 1], REACH.up, looked);
  if (left === undefined || right === undefined || low === undefined || high === undefined) return undefined;
  const box = { x: x - left, y: y - low, width: left + right, height: low + high };
  return box.width >= LEAST_MM && box.height >= LEAST_MM ? box : undefined;
}

/** How far the nearest line across a direction lies, from a point. */
function nearest(
  lines: LineWork,
  [x, y]: PointMm,
  [dx, dy]: PointMm,
  reach: number,
  looked: { left: number },
): number | undefined {
  const box = boxOfPoints([
    [x - THIN_MM * Math.abs(dy), y - THIN_MM * Math.abs(dx)],
    [x + dx * reach + THIN_MM * Math.abs(dy), y + dy * reach + THIN_MM * Math.abs(dx)],
  ]);
  let best: number | undefined;
  const near = lines.near(box);
  looked.left -= near.length;
  for (const i of near) {
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    const length = lines.length(i);
    // Along the direction, and across it.
    const [pa, qa] = [(p[0] - x) * dx + (p[1] - y) * dy, (q[0] - x) * dx + (q[1] - y) * dy];
    const [pc, qc] = [(p[0] - x) * dy + (p[1] - y) * dx, (q[0] - x) * dy + (q[1] - y) * dx];
    if (length < PAST_MM || Math.abs(pa - qa) > LEVEL_SIN * length) continue;
    if (Math.min(pc, qc) > -THIN_MM || Math.max(pc, qc) < THIN_MM) continue;
    const at = (pa + qa) / 2;
    if (at > 0 && (best === undefined || at < best)) best = at;
  }
  return best;
}
