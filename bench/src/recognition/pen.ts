import type { Mark, Point, Scene } from "./scene";

/** Draws marks into a scene, turned about a point. */
export class Pen {
  width = 0.25;
  dash: readonly number[] = [];
  torn: "whole" | "words" | "letters" = "whole";
  /** Lines as thin areas. */
  asAreas = false;
  private turn: readonly [cos: number, sin: number, x: number, y: number, degrees: number] = [1, 0, 0, 0, 0];

  constructor(readonly scene: Scene) {}

  turned(degrees: number, [x, y]: Point): this {
    const angle = (degrees * Math.PI) / 180;
    this.turn = [Math.cos(angle), Math.sin(angle), x, y, degrees];
    return this;
  }

  /** Where a point of the drawing lies on the paper. */
  on([px, py]: Point): Point {
    const [cos, sin, x, y] = this.turn;
    return [x + px * cos - py * sin, y + px * sin + py * cos];
  }

  line(a: Point, b: Point): void {
    this.polyline([a, b]);
  }

  polyline(points: readonly Point[], closed = false): void {
    if (!this.asAreas) {
      this.add({
        kind: "line",
        points: points.map((each) => this.on(each)),
        closed,
        width: this.width,
        dash: this.dash,
      });
      return;
    }
    const all = closed ? [...points, points[0] ?? [0, 0]] : points;
    for (let i = 0; i + 1 < all.length; i++) this.strip(all[i] ?? [0, 0], all[i + 1] ?? [0, 0]);
  }

  private strip(a: Point, b: Point): void {
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    const [nx, ny] = [(-(b[1] - a[1]) / length) * (this.width / 2), ((b[0] - a[0]) / length) * (this.width / 2)];
    this.area([
      [a[0] + nx, a[1] + ny],
      [b[0] + nx, b[1] + ny],
      [b[0] - nx, b[1] - ny],
      [a[0] - nx, a[1] - ny],
    ]);
  }

  area(points: readonly Point[], grey = 0): void {
    this.add({ kind: "area", points: points.map((each) => this.on(each)), grey });
  }

  circle(at: Point, radius: number, fill: number | null = null): void {
    this.add({ kind: "circle", at: this.on(at), radius, width: this.width, fill });
  }

  arc(at: Point, radius: number, from: number, to: number): void {
    const degrees = this.turn[4];
    this.add({ kind: "arc", at: this.on(at), radius, from: from + degrees, to: to + degrees, width: this.width });
  }

  /** `angle` is turned with the drawing, and made readable from the bottom or the right. */
  text(
    at: Point,
    text: string,
    height: number,
    angle = 0,
    align: "left" | "middle" | "right" = "middle",
    level = false,
  ): void {
    const turned = level ? 0 : readable(angle + this.turn[4]);
    this.add({ kind: "text", at: this.on(at), text, height, angle: turned, align, torn: this.torn });
  }

  /** The way up of lettering along a direction of the drawing that reads from the bottom or the right of the sheet. */
  upOf([x, y]: Point): Point {
    const [cos, sin] = this.turn;
    const [dx, dy] = [x * cos - y * sin, x * sin + y * cos];
    const isBack = dx < -1e-6 || (Math.abs(dx) <= 1e-6 && dy < 0);
    return isBack ? [y, -x] : [-y, x];
  }

  /** Lettering that nobody can read without turning the sheet. */
  upsideDown(at: Point, text: string, height: number): void {
    this.add({
      kind: "text",
      at: this.on(at),
      text,
      height,
      angle: readable(this.turn[4]) + 180,
      align: "middle",
      torn: this.torn,
    });
  }

  private add(mark: Mark): void {
    this.scene.marks.push(mark);
  }
}

/** −90 < angle ≤ 90. */
export function readable(degrees: number): number {
  let angle = ((degrees % 360) + 360) % 360;
  if (angle > 90.001 && angle <= 270.001) angle -= 180;
  if (angle > 180) angle -= 360;
  return angle;
}
