import type { Chance } from "./chance";
import { written, type Look } from "./dimension-style";
import type { Pen } from "./pen";
import type { Point, TrueDimension } from "./scene";

/** A row of dimensions: where it runs, and where its stops lie along it. Paper millimetres of the drawing. */
export interface Row {
  /** A point of the object's face; the row lies `out` of it. */
  readonly from: Point;
  readonly along: Point;
  readonly away: Point;
  readonly out: number;
  readonly stops: readonly number[];
  /** From the row inwards to the object, for extension lines; none between walls. */
  readonly object: number | undefined;
}

/** About how wide figures are, as a share of their height: only to leave room. */
const WIDE = { sans: 0.92, serif: 0.88, mono: 1.1 } as const;

/** Draws a row and tells what is true of it. `scale` is building per paper; some values are written wrong. */
export function drawRow(
  pen: Pen,
  look: Look,
  row: Row,
  scale: number,
  chance: Chance,
  wrongShare: number,
): TrueDimension[] {
  const at = (along: number, out: number): Point => [
    row.from[0] + row.along[0] * along + row.away[0] * out,
    row.from[1] + row.along[1] * along + row.away[1] * out,
  ];
  const { stops, out } = row;
  pen.asAreas = look.strokes === "areas";
  if (row.object !== undefined) extensions(pen, look, row, at);
  const truth: TrueDimension[] = [];
  const [first = 0, last = 0] = [stops[0], stops.at(-1)];
  const isBroken = look.place === "in-line";
  if (look.strokes === "row" && !isBroken) pen.line(at(first - look.beyond, out), at(last + look.beyond, out));
  for (let i = 0; i + 1 < stops.length; i++) {
    const [a = 0, b = 0] = [stops[i], stops[i + 1]];
    const drawn = (b - a) * scale;
    const wrong = chance.is(wrongShare);
    const mm = wrong
      ? drawn +
        chance.one([-1, 1]) *
          Math.max(look.step * 2, Math.round((chance.between(0.03, 0.2) * drawn) / look.step) * look.step, scale)
      : drawn;
    if (mm <= look.step) continue;
    const text = written(mm, look);
    const width = text.length * WIDE[pen.scene.font] * look.textMm;
    const isUpright = Math.abs(row.along[1]) > 0.5 && look.level;
    const takes = isUpright ? look.textMm * 1.6 : width;
    const fits = takes + 2 * Math.max(1, look.endingMm) < b - a;
    dimensionLine(pen, look, at, out, a, b, isBroken && fits ? takes + look.textMm * 0.6 : 0);
    terminators(pen, look, row, at, out, a, b, fits);
    const from = pen.on(at(a, out));
    const to = pen.on(at(b, out));
    if (!fits && width > b - a + 3 && row.object === undefined) continue;
    // Without terminators nobody could tell what a figure outside belongs to.
    if (!fits && ((i > 0 && i + 2 < stops.length) || look.ending === "none")) continue;
    const middle = fits
      ? (a + b) / 2
      : i === 0 && stops.length > 2
        ? a - width / 2 - look.endingMm - 1.5
        : i + 2 === stops.length
          ? b + width / 2 + look.endingMm + 1.5
          : (a + b) / 2;
    if (!fits && middle > a && middle < b && look.place !== "above") continue;
    // What stands beyond the last stop needs its line under it.
    if (!fits && (middle < a || middle > b))
      pen.line(at(middle < a ? middle - width / 2 : b, out), at(middle < a ? a : middle + width / 2, out));
    figure(pen, look, row, at(middle, out), text, width, fits || middle < a || middle > b);
    truth.push({ text, from, to, wrong });
  }
  pen.asAreas = false;
  return truth;
}

function extensions(pen: Pen, look: Look, row: Row, at: (along: number, out: number) => Point): void {
  const object = row.object ?? 0;
  for (const stop of row.stops) {
    const start = look.fixed === undefined ? object + look.gap : Math.max(object + look.gap, row.out - look.fixed);
    if (look.strokes === "boxed" && stop === row.stops[0] && row.stops.length === 2) continue;
    pen.line(at(stop, start), at(stop, row.out + look.overshoot));
  }
  // A single dimension as one polyline: up, along, down.
  if (look.strokes === "boxed" && row.stops.length === 2) {
    const [a = 0, b = 0] = row.stops;
    const start = look.fixed === undefined ? object + look.gap : Math.max(object + look.gap, row.out - look.fixed);
    pen.line(at(a, start), at(a, row.out + look.overshoot));
    pen.line(at(b, start), at(b, row.out + look.overshoot));
  }
}

function dimensionLine(
  pen: Pen,
  look: Look,
  at: (along: number, out: number) => Point,
  out: number,
  a: number,
  b: number,
  room: number,
): void {
  const middle = (a + b) / 2;
  if (room > 0) {
    pen.line(at(a - look.beyond, out), at(middle - room / 2, out));
    pen.line(at(middle + room / 2, out), at(b + look.beyond, out));
  } else if (
    look.place === "in-line" ||
    look.strokes === "each" ||
    look.strokes === "boxed" ||
    look.strokes === "areas"
  )
    pen.line(at(a - look.beyond, out), at(b + look.beyond, out));
  else if (look.strokes === "halves") {
    pen.line(at(a - look.beyond, out), at(middle, out));
    pen.line(at(middle, out), at(b + look.beyond, out));
  }
}

function terminators(
  pen: Pen,
  look: Look,
  row: Row,
  at: (along: number, out: number) => Point,
  out: number,
  a: number,
  b: number,
  fits: boolean,
): void {
  const size = look.endingMm;
  for (const [stop, inwards] of [
    [a, 1],
    [b, -1],
  ] as const) {
    const [x, y] = at(stop, out);
    const [ux, uy] = row.along;
    if (look.ending === "tick") {
      const [dx, dy] = [(ux - uy) * (size / 2 / Math.SQRT2), (ux + uy) * (size / 2 / Math.SQRT2)];
      pen.line([x - dx, y - dy], [x + dx, y + dy]);
    } else if (look.ending === "dot" || look.ending === "circle") {
      pen.circle([x, y], size / 2, look.ending === "dot" ? 0 : null);
    } else if (look.ending !== "none") {
      // Arrows stand outside where there is no room, and then have a tail.
      const isOutside = !fits && b - a < 3 * size;
      const way = isOutside ? -inwards : inwards;
      const barb = (side: number): Point => [
        x + ux * way * size - uy * side * size * 0.16,
        y + uy * way * size + ux * side * size * 0.16,
      ];
      if (look.ending === "filled") pen.area([barb(1), [x, y], barb(-1)]);
      else if (look.strokes === "each") {
        pen.line(barb(1), [x, y]);
        pen.line([x, y], barb(-1));
      } else pen.polyline([barb(1), [x, y], barb(-1)]);
      if (isOutside) pen.line([x, y], [x + ux * way * (size + 2), y + uy * way * (size + 2)]);
    }
  }
}

function figure(pen: Pen, look: Look, row: Row, [x, y]: Point, text: string, width: number, onLine: boolean): void {
  const angle = (Math.atan2(row.along[1], row.along[0]) * 180) / Math.PI;
  const { textMm } = look;
  const [nx, ny] = upOf(row.along);
  if (look.place === "above" || !onLine) {
    const up = onLine ? textMm * 0.35 : textMm * 1.5;
    pen.text([x + nx * up, y + ny * up], text, textMm, angle);
    return;
  }
  if (look.level && Math.abs(row.along[1]) > 0.5) {
    if (look.place === "ground") ground(pen, [x, y], width, textMm, 0);
    pen.text([x, y - textMm / 2], text, textMm, 0);
    return;
  }
  if (look.place === "ground") ground(pen, [x, y], width, textMm, angle);
  pen.text([x - (nx * textMm) / 2, y - (ny * textMm) / 2], text, textMm, angle);
}

/** The way up of lettering along a direction that reads from the bottom or the right. */
function upOf([x, y]: Point): Point {
  const isBack = x < -1e-9 || (Math.abs(x) <= 1e-9 && y < 0);
  return isBack ? [y, -x] : [-y, x];
}

function ground(pen: Pen, [x, y]: Point, width: number, height: number, angle: number): void {
  const turn = (angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [w, h] = [width / 2, height * 0.7];
  const corner = (a: number, b: number): Point => [x + a * w * cos - b * h * sin, y + a * w * sin + b * h * cos];
  pen.area([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)], 1);
}
