import type { Board, Lettering, Point, TextOptions } from "../../src/drawing";

/** A mark as it was asked for: millimetres on paper. */
export interface Mark {
  readonly layer: string | undefined;
  readonly widthMm: number;
  readonly points: readonly Point[];
  readonly text?: string;
  /** Of a text: height of capitals, and the families that it is asked for in. */
  readonly heightMm?: number;
  readonly families?: readonly string[];
}

/** A board that keeps what is drawn on it. */
export class Recorder implements Board {
  readonly marks: Mark[] = [];
  private on: string | undefined;
  private width = 0;
  private set: Lettering | undefined;

  layer(name: string): this {
    this.on = name;
    return this;
  }
  endLayer(): this {
    this.on = undefined;
    return this;
  }
  pen(widthMm: number): this {
    this.width = widthMm;
    return this;
  }
  ink(): this {
    return this;
  }
  fillInk(): this {
    return this;
  }
  lettering(set?: Lettering): this {
    this.set = set;
    return this;
  }
  line(x1: number, y1: number, x2: number, y2: number): this {
    return this.keep([
      [x1, y1],
      [x2, y2],
    ]);
  }
  polyline(points: readonly Point[]): this {
    return this.keep(points);
  }
  fill(points: readonly Point[]): this {
    return this.keep(points);
  }
  rectangle({ x, y, width, height }: { x: number; y: number; width: number; height: number }): this {
    return this.keep([
      [x, y],
      [x + width, y + height],
    ]);
  }
  circle(x: number, y: number, radius: number): this {
    return this.keep([
      [x - radius, y - radius],
      [x + radius, y + radius],
    ]);
  }
  arc(x: number, y: number, radius: number, fromDeg: number, toDeg: number): this {
    const at = (deg: number): Point => [
      x + radius * Math.cos((deg * Math.PI) / 180),
      y + radius * Math.sin((deg * Math.PI) / 180),
    ];
    return this.keep([at(fromDeg), at((fromDeg + toDeg) / 2), at(toDeg)]);
  }
  textWidth(text: string, heightMm: number): number {
    return [...text].length * heightMm * 0.72;
  }
  text(text: string, x: number, y: number, { heightMm, align = "left", angleDeg = 0 }: TextOptions): this {
    const width = this.textWidth(text, heightMm);
    const back = { left: 0, middle: width / 2, right: width }[align];
    const turn = (angleDeg * Math.PI) / 180;
    const at = (along: number, up: number): Point => [
      x + along * Math.cos(turn) - up * Math.sin(turn),
      y + along * Math.sin(turn) + up * Math.cos(turn),
    ];
    this.marks.push({
      layer: this.on,
      widthMm: 0,
      points: [at(-back, 0), at(width - back, 0), at(-back, heightMm), at(width - back, heightMm)],
      text,
      heightMm,
      families: this.set?.families ?? [],
    });
    return this;
  }
  private keep(points: readonly Point[]): this {
    this.marks.push({ layer: this.on, widthMm: this.width, points });
    return this;
  }
}
