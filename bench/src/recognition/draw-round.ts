import type { Chance } from "./chance";
import { written, type Look } from "./dimension-style";
import type { Pen } from "./pen";
import type { Point, TrueRound } from "./scene";

const rad = (degrees: number): number => (degrees * Math.PI) / 180;
const polar = ([x, y]: Point, radius: number, degrees: number): Point => [
  x + radius * Math.cos(rad(degrees)),
  y + radius * Math.sin(rad(degrees)),
];

/** One round thing of a drawing, as offices dimension it: a bent counter, a column, or two lines at an angle. */
export function drawRound(pen: Pen, look: Look, at: Point, scale: number, chance: Chance): TrueRound[] {
  pen.width = 0.18;
  const draw = chance.one([radius, radius, diameter, angle]);
  return [draw(pen, look, at, scale, chance)];
}

function radius(pen: Pen, look: Look, centre: Point, scale: number, chance: Chance): TrueRound {
  const r = exactly(chance.between(9, 16), look, scale);
  pen.arc(centre, r, -10, 95);
  const turn = chance.between(15, 75);
  const tip = polar(centre, r, turn);
  const text = `${chance.one(["R ", "R", "R="])}${written(r * scale, look)}`;
  if (chance.is(0.5)) fromOutside(pen, look, centre, r, turn, text);
  else {
    pen.line(centre, tip);
    head(pen, look, tip, turn);
    const up = polar(polar(centre, r * 0.45, turn), look.textMm * 0.4, turn + 90);
    pen.text(up, text, look.textMm, turn);
  }
  return { text, drawn: r, isAngle: false };
}

function diameter(pen: Pen, look: Look, centre: Point, scale: number, chance: Chance): TrueRound {
  const r = exactly(2 * chance.between(3, 8), look, scale) / 2;
  pen.circle(centre, r);
  const text = `${chance.one(["Ø", "Ø ", "dia "])}${written(2 * r * scale, look)}`;
  fromOutside(pen, look, centre, r, chance.between(20, 70), text);
  return { text, drawn: 2 * r, isAngle: false };
}

/** A leader that points at an arc from outside, with its figure on a level line. */
function fromOutside(pen: Pen, look: Look, centre: Point, r: number, turn: number, text: string): void {
  const [tip, end] = [polar(centre, r, turn), polar(centre, r + 9, turn)];
  const length = text.length * look.textMm * 0.9;
  pen.line(tip, end);
  pen.line(end, [end[0] + length, end[1]]);
  head(pen, look, tip, turn + 180);
  pen.text([end[0] + length / 2, end[1] + look.textMm * 0.35], text, look.textMm, 0);
}

function angle(pen: Pen, look: Look, apex: Point, _scale: number, chance: Chance): TrueRound {
  const sweep = chance.whole(35, 80);
  const r = chance.between(13, 18);
  pen.line(apex, polar(apex, r + 4, 0));
  pen.line(apex, polar(apex, r + 4, sweep));
  pen.arc(apex, r, 0, sweep);
  head(pen, look, polar(apex, r, 0), -90);
  head(pen, look, polar(apex, r, sweep), sweep + 90);
  const text = `${sweep}°`;
  pen.text(polar(apex, r + look.textMm * 1.6, sweep / 2), text, look.textMm, 0, "middle", true);
  return { text, drawn: sweep, isAngle: true };
}

/** A length on paper that is written without a remainder. */
function exactly(paper: number, { units, step }: Look, scale: number): number {
  const grid = units === "decimal-feet" ? 30.48 : Math.max(step, 10);
  return (Math.max(1, Math.round((paper * scale) / grid)) * grid) / scale;
}

/** What the dimensions of a drawing end in; an arrow where they end in nothing. */
function head(pen: Pen, look: Look, [x, y]: Point, towards: number): void {
  const size = look.endingMm;
  const [ux, uy] = [Math.cos(rad(towards)), Math.sin(rad(towards))];
  const barb = (side: number): Point => [
    x - ux * size - uy * side * size * 0.16,
    y - uy * size + ux * side * size * 0.16,
  ];
  if (look.ending === "dot" || look.ending === "circle") pen.circle([x, y], size / 2, look.ending === "dot" ? 0 : null);
  else if (look.ending === "tick") {
    const [dx, dy] = [(ux - uy) * (size / 2 / Math.SQRT2), (ux + uy) * (size / 2 / Math.SQRT2)];
    pen.line([x - dx, y - dy], [x + dx, y + dy]);
  } else if (look.ending === "open") pen.polyline([barb(1), [x, y], barb(-1)]);
  else pen.area([barb(1), [x, y], barb(-1)]);
}
