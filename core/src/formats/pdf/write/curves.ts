/** A quarter of a circle as one Bézier curve. */
const KAPPA = 0.5522847498;

/** The start point, then Bézier curves of at most a quarter turn. */
export function arcCurves(x: number, y: number, r: number, fromDeg: number, toDeg: number): number[][] {
  const turn = toDeg - fromDeg;
  const steps = Math.max(1, Math.ceil(Math.abs(turn) / 90));
  const step = ((turn / steps) * Math.PI) / 180;
  const k =
    (Math.abs(Math.abs(step) - Math.PI / 2) < 1e-9 ? KAPPA : (4 / 3) * Math.tan(Math.abs(step) / 4)) * Math.sign(step);
  const point = (angle: number): [number, number] => [x + r * Math.cos(angle), y + r * Math.sin(angle)];
  const start = (fromDeg * Math.PI) / 180;
  const curves: number[][] = [[...point(start)]];
  for (let i = 0; i < steps; i++) {
    const [a, b] = [start + i * step, start + (i + 1) * step];
    const [[ax, ay], [bx, by]] = [point(a), point(b)];
    curves.push([
      ax - k * r * Math.sin(a),
      ay + k * r * Math.cos(a),
      bx + k * r * Math.sin(b),
      by - k * r * Math.cos(b),
      bx,
      by,
    ]);
  }
  return curves;
}
