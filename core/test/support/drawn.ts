import { lettering } from "./raw-pdf";

/** Content of drawings in millimetres on paper, as rules' tables need it. The demo office's metric style unless said. */

const n = (value: number): string => value.toFixed(4);

export const stroke = (x1: number, y1: number, x2: number, y2: number, width = 0.18): string =>
  `${width} w [] 0 d ${n(x1)} ${n(y1)} m ${n(x2)} ${n(y2)} l S\n`;

export const box = (x: number, y: number, width: number, height: number, pen = 0.5): string =>
  `${pen} w [] 0 d ${n(x)} ${n(y)} ${n(width)} ${n(height)} re S\n`;

/** A white area without an outline. */
export const ground = (x: number, y: number, width: number, height: number): string =>
  `1 g ${n(x)} ${n(y)} ${n(width)} ${n(height)} re f 0 g\n`;

export interface RowLook {
  /** Millimetres on paper: where the row lies, and the object that it measures. */
  readonly y: number;
  readonly object: number;
  /** Places along, on paper. */
  readonly stops: readonly number[];
  /** As written between the stops; what they measure at 1:50 unless said. */
  readonly texts?: readonly string[];
  readonly scale?: number;
  readonly tick?: number;
  readonly ending?: "tick" | "arrow";
  readonly extension?: number;
  readonly overshoot?: number;
  readonly height?: number;
  /** Of the figures above the line; below it where less than nothing. */
  readonly up?: number;
}

/** About how wide Helvetica's figures are, as a share of the height of capitals (0.556 of the size, Adobe's metrics). */
const WIDE = 0.556 / 0.718;

/** A level row of dimensions above an object. */
export function row(look: RowLook): string {
  const {
    y,
    object,
    stops,
    scale = 50,
    tick = 2.5,
    ending = "tick",
    extension = 5,
    overshoot = 2,
    height = 2.5,
    up = 1,
  } = look;
  const half = tick / 2 / Math.SQRT2;
  let content = stroke(stops[0]!, y, stops.at(-1)!, y);
  for (const x of stops) {
    content += stroke(x, Math.max(object + 3.2, y - extension), x, y + overshoot);
    if (ending === "tick") content += stroke(x - half, y - half, x + half, y + half);
  }
  stops.slice(1).forEach((to, i) => {
    const from = stops[i]!;
    const text = look.texts?.[i] ?? String(Math.round((to - from) * scale));
    content += lettering(text, (from + to) / 2 - (text.length * WIDE * height) / 2, y + up, height);
    if (ending === "arrow") content += arrow(from, y, -1, tick) + arrow(to, y, 1, tick);
  });
  return content;
}

const arrow = (x: number, y: number, towards: 1 | -1, size: number): string =>
  `${n(x)} ${n(y)} m ${n(x - towards * size)} ${n(y + size / 6)} l ${n(x - towards * size)} ${n(y - size / 6)} l f\n`;

/** A building of 160 × 80 mm with its lower-left corner at 40, 60, and the row of openings above it. */
export const building = (pen = 0.5): string => box(40, 60, 160, 80, pen);
export const ROW: RowLook = { y: 152, object: 140, stops: [40, 80, 130, 200] };

/** Parallel lines across an upright box. */
export function stripes(
  x: number,
  y: number,
  width: number,
  height: number,
  degrees: number,
  spacing: number,
  pen = 0.13,
): string {
  const turn = (degrees * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const reach = width * Math.abs(uy) + height * Math.abs(ux);
  let content = "";
  for (let off = -reach / 2 + spacing / 2; off < reach / 2; off += spacing) {
    const [px, py] = [x + width / 2 - uy * off, y + height / 2 + ux * off];
    const spans = [
      [(x - px) / ux, (x + width - px) / ux],
      [(y - py) / uy, (y + height - py) / uy],
    ].map(([a, b]) => [Math.min(a!, b!), Math.max(a!, b!)] as const);
    const [from, to] = [Math.max(...spans.map(([a]) => a)), Math.min(...spans.map(([, b]) => b))];
    if (to - from > 0.2) content += stroke(px + ux * from, py + uy * from, px + ux * to, py + uy * to, pen);
  }
  return content;
}

/** Pieces of 1.5 mm with as much between them, in rows at 45 degrees between those of cut concrete; or of another make. */
export function pieces(
  x: number,
  y: number,
  width: number,
  height: number,
  [piece, gap, step] = [1.5, 1.5, 1.5],
): string {
  let content = "";
  const u = Math.SQRT1_2;
  for (let row = -60; row < 60; row++)
    for (let at = -60; at < 60; at++) {
      const [cx, cy] = [x + width / 2, y + height / 2];
      const [along, off] = [at * (piece! + gap!) + (row % 2) * piece!, row * step!];
      const [px, py] = [cx + u * (along - off), cy + u * (along + off)];
      const [qx, qy] = [px + u * piece!, py + u * piece!];
      if (Math.min(px, qx) > x && Math.max(px, qx) < x + width && Math.min(py, qy) > y && Math.max(py, qy) < y + height)
        content += stroke(px, py, qx, qy, 0.13);
    }
  return content;
}
