/** Arcs and what is written at them, in millimetres on paper. */

const n = (value: number): string => value.toFixed(4);
const rad = (degrees: number): number => (degrees * Math.PI) / 180;

export const at = (x: number, y: number, radius: number, degrees: number): [number, number] => [
  x + radius * Math.cos(rad(degrees)),
  y + radius * Math.sin(rad(degrees)),
];

/** An arc as Bézier curves of a quarter or less. */
export function arc(x: number, y: number, radius: number, from: number, to: number, pen = 0.25): string {
  const pieces = Math.ceil(Math.abs(to - from) / 90);
  const step = (to - from) / pieces;
  const k = (4 / 3) * Math.tan(rad(step) / 4) * radius;
  let content = `${pen} w [] 0 d ${at(x, y, radius, from).map(n).join(" ")} m\n`;
  for (let i = 0; i < pieces; i++) {
    const [a, b] = [from + i * step, from + (i + 1) * step];
    const [p, q] = [at(x, y, radius, a), at(x, y, radius, b)];
    const one = [p[0] - k * Math.sin(rad(a)), p[1] + k * Math.cos(rad(a))];
    const two = [q[0] + k * Math.sin(rad(b)), q[1] - k * Math.cos(rad(b))];
    content += `${[...one, ...two, ...q].map(n).join(" ")} c\n`;
  }
  return `${content}S\n`;
}

/** The same as a polygon. */
export function arcOfCorners(x: number, y: number, radius: number, from: number, to: number, corners = 24): string {
  const points = Array.from({ length: corners + 1 }, (_, i) => at(x, y, radius, from + ((to - from) * i) / corners));
  return `0.25 w [] 0 d ${points.map((point, i) => `${point.map(n).join(" ")} ${i === 0 ? "m" : "l"}`).join(" ")} S\n`;
}

/** A filled arrow with its tip at a point, pointing in a direction. */
export function arrow([x, y]: readonly [number, number], degrees: number, size = 2.5): string {
  const [cos, sin] = [Math.cos(rad(degrees)), Math.sin(rad(degrees))];
  const corner = (back: number, side: number): string =>
    `${n(x - back * cos - side * sin)} ${n(y - back * sin + side * cos)}`;
  return `0 g ${corner(0, 0)} m ${corner(size, size / 6)} l ${corner(size, -size / 6)} l h f\n`;
}

/** An arc as short straights one by one. */
export function exploded(x: number, y: number, radius: number, from: number, to: number, pieces = 12): string {
  const points = Array.from({ length: pieces + 1 }, (_, i) => at(x, y, radius, from + ((to - from) * i) / pieces));
  return points
    .slice(1)
    .map((point, i) => `0.25 w [] 0 d ${points[i]!.map(n).join(" ")} m ${point.map(n).join(" ")} l S\n`)
    .join("");
}
