import type { BoxMm } from "./drawing";
import type { PointMm } from "./marks";

/** Box around points, and a margin beyond them; all nought for none. */
export function boxOfPoints(points: Iterable<PointMm>, marginMm = 0): BoxMm {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    [minX, maxX] = [Math.min(minX, x), Math.max(maxX, x)];
    [minY, maxY] = [Math.min(minY, y), Math.max(maxY, y)];
  }
  if (minX > maxX) return { x: 0, y: 0, width: 0, height: 0 };
  return grown({ x: minX, y: minY, width: maxX - minX, height: maxY - minY }, marginMm);
}

/** A box with a margin around it. */
export const grown = ({ x, y, width, height }: BoxMm, byMm: number): BoxMm => ({
  x: x - byMm,
  y: y - byMm,
  width: width + 2 * byMm,
  height: height + 2 * byMm,
});

/** Box around two boxes. */
export function together(a: BoxMm, b: BoxMm): BoxMm {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}

/** The corners of a box, from the lower left one on, counter-clockwise. */
export const cornersOfBox = ({ x, y, width, height }: BoxMm): PointMm[] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];

/** How far two points are apart. */
export const apart = (a: PointMm, b: PointMm): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** How far a point lies from a box; nought within it. */
export const distanceToBox = ({ x, y, width, height }: BoxMm, [px, py]: PointMm): number =>
  Math.hypot(Math.max(x - px, 0, px - x - width), Math.max(y - py, 0, py - y - height));

/** How far a point lies from the straight between two others. */
export function distanceToSegment([x, y]: PointMm, [x1, y1]: PointMm, [x2, y2]: PointMm): number {
  const [dx, dy] = [x2 - x1, y2 - y1];
  const square = dx * dx + dy * dy;
  const share = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / square));
  return Math.hypot(x - x1 - share * dx, y - y1 - share * dy);
}

/** From one box to another; below nought by what they share. */
export function clearBetween(a: BoxMm, b: BoxMm): number {
  const across = Math.max(a.x, b.x) - Math.min(a.x + a.width, b.x + b.width);
  const up = Math.max(a.y, b.y) - Math.min(a.y + a.height, b.y + b.height);
  return across > 0 && up > 0 ? Math.hypot(across, up) : Math.max(across, up);
}

/** Whether a box lies within another, edges included. */
export const contains = (outer: BoxMm, inner: BoxMm): boolean =>
  inner.x >= outer.x &&
  inner.y >= outer.y &&
  inner.x + inner.width <= outer.x + outer.width &&
  inner.y + inner.height <= outer.y + outer.height;
