import type { Chance } from "../recognition/chance";
import type { Pen } from "../recognition/pen";
import type { Point } from "../recognition/scene";
import type { MarkKind } from "./truth";

/** A circle with the number of a drawing over that of its sheet, parted by a line in most offices. */
function bubble(pen: Pen, [x, y]: Point, radius: number, drawing: string, sheet: string, isParted: boolean): void {
  pen.width = 0.35;
  pen.circle([x, y], radius);
  if (isParted) pen.line([x - radius, y], [x + radius, y]);
  pen.text([x, y + 0.22 * radius], drawing, 2.5);
  pen.text([x, y - 0.62 * radius], sheet, radius < 6 ? 1.8 : 2);
}

/** A section: a bubble with a filled pointer at its rim, at the end of a line through the building. */
export function sectionMark(pen: Pen, chance: Chance, at: Point, drawing: string, sheet: string): void {
  const radius = chance.one([5, 6, 7]);
  const [x, y] = at;
  bubble(pen, at, radius, drawing, sheet, chance.is(0.8));
  const side = chance.one([1, -1]);
  pen.area([
    [x - radius, y],
    [x, y + side * radius * 1.55],
    [x + radius, y],
    [x, y + side * radius],
  ]);
  pen.width = 0.5;
  pen.dash = [10, 2, 1, 2];
  pen.line([x + radius, y], [x + radius + 60, y]);
  pen.dash = [];
}

/** An enlarged part: a dashed outline around it, a line to its bubble. */
export function detailMark(pen: Pen, chance: Chance, [x, y]: Point, drawing: string, sheet: string): void {
  const radius = chance.one([5, 6]);
  bubble(pen, [x + 45, y + 20], radius, drawing, sheet, chance.is(0.85));
  pen.width = 0.35;
  pen.dash = [3, 1];
  if (chance.is(0.5))
    pen.polyline(
      [
        [x, y],
        [x + 24, y],
        [x + 24, y + 16],
        [x, y + 16],
      ],
      true,
    );
  else pen.circle([x + 14, y + 8], 10);
  pen.dash = [];
  const isCircle = pen.scene.marks.at(-1)?.kind === "circle";
  const from: Point = isCircle ? [x + 14 + 10 * Math.cos(0.4), y + 8 + 10 * Math.sin(0.4)] : [x + 24, y + 12];
  const to: Point = [x + 45, y + 20];
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const share = (length - radius) / length;
  pen.width = 0.25;
  pen.line(from, [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]);
}

/** An elevation: a bubble in a pointed frame that looks at its wall. */
export function elevationMark(pen: Pen, chance: Chance, at: Point, drawing: string, sheet: string): void {
  const radius = 5.5;
  const [x, y] = at;
  bubble(pen, at, radius, drawing, sheet, chance.is(0.7));
  const turn = chance.one([0, 90, 180, 270]) * (Math.PI / 180);
  const place = (along: number, left: number): Point => [
    x + along * Math.cos(turn) - left * Math.sin(turn),
    y + along * Math.sin(turn) + left * Math.cos(turn),
  ];
  const d = radius * Math.SQRT1_2;
  pen.area([place(d, d), place(radius * 1.5, 0), place(d, -d), place(radius, 0)]);
}

export function noteMark(pen: Pen, chance: Chance, at: Point, drawing: string, sheet: string): void {
  const words = chance.one([`See ${drawing}/${sheet}`, `REFER TO ${drawing}/${sheet}`, `${drawing}/${sheet}`]);
  pen.text(at, words, 2.5, 0, "left");
}

export const MARKS: Readonly<
  Record<MarkKind, (pen: Pen, chance: Chance, at: Point, drawing: string, sheet: string) => void>
> = { section: sectionMark, detail: detailMark, elevation: elevationMark, note: noteMark };
