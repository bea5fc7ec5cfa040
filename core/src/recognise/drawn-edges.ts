import { boxOfPoints } from "../drawing";
import type { FrameLine } from "../standard/plain";
import type { LineWork } from "./line-work";

/** How much of a level or upright stretch has lines on it, no farther off than `offMm`. */
export function drawnShare(lines: LineWork, [x1, y1, x2, y2]: FrameLine, offMm: number): number {
  const isLevel = y1 === y2;
  const [from, to] = isLevel ? [Math.min(x1, x2), Math.max(x1, x2)] : [Math.min(y1, y2), Math.max(y1, y2)];
  const around = boxOfPoints(
    [
      [x1, y1],
      [x2, y2],
    ],
    offMm,
  );
  const spans: [number, number][] = [];
  for (const i of lines.near(around)) {
    const [p, q] = [lines.end(i, 0), lines.end(i, 1)];
    const [across, ownA, ownB] = isLevel ? [y1, p[1], q[1]] : [x1, p[0], q[0]];
    if (Math.abs(ownA - across) > offMm || Math.abs(ownB - across) > offMm) continue;
    const ends = isLevel ? [p[0], q[0]] : [p[1], q[1]];
    spans.push([Math.max(from, Math.min(...ends)), Math.min(to, Math.max(...ends))]);
  }
  let [covered, reach] = [0, from];
  for (const [a, b] of spans.sort((one, other) => one[0] - other[0])) {
    covered += Math.max(0, b - Math.max(a, reach));
    reach = Math.max(reach, b);
  }
  return to > from ? covered / (to - from) : 0;
}
