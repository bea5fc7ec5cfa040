import { printable, type Board, type BoxMm, type Lettering, type Point, type TextOptions } from "../../drawing";
import { letterCount, spacingMm, wantedFont } from "../set-font";

/** Measures a string: its width as a share of the font size. */
export type WidthOf = (text: string) => number;

export interface SvgFont {
  readonly family: string;
  /** What the family is called where the drawing is shown; its own name where not said. */
  readonly face?: string;
  /** Height of capitals as a share of the size. */
  readonly capHeight: number;
  readonly widthOf: WidthOf;
}

/** Letters of a lettering font are about this wide on average; for those who can't measure. */
const AVERAGE_WIDTH = 0.54;

/** Barlow, whose capitals are seven tenths of its size (its OS/2 table), with widths that are supposed. */
export const BARLOW: SvgFont = {
  family: "Barlow",
  capHeight: 0.7,
  widthOf: (text) => [...text].length * AVERAGE_WIDTH,
};

const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** A figure in SVG: at most four decimals. */
const n = (value: number): string => String(Number(value.toFixed(4)));

const colour = (rgb: number): string => `#${rgb.toString(16).padStart(6, "0")}`;

/** Writes a layered drawing as SVG (W3C): one user unit is a millimetre, a group for each layer. */
export class SvgBoard implements Board {
  private readonly groups: {
    readonly name: string | undefined;
    readonly visible: boolean;
    readonly parts: string[];
  }[] = [];
  private width = 0.25;
  private dashes: readonly number[] = [];
  private stroke = 0;
  private ground = 0;
  private set: Lettering | undefined;
  /** The font of what is lettered next. */
  private face: SvgFont;
  /** Families that were asked for, at hand or not. */
  readonly asked = new Set<string>();
  /** Those asked for of which neither they nor another that would do was at hand. */
  readonly missing = new Set<string>();

  constructor(
    readonly widthMm: number,
    readonly heightMm: number,
    private readonly font: SvgFont = BARLOW,
    /** Fonts at hand besides the board's own. */
    private readonly others: readonly SvgFont[] = [],
  ) {
    this.face = font;
    this.endLayer();
  }

  /** Groups stand in the order in which they were drawn, so that what lies above stays above. */
  layer(name: string, visible = true): this {
    if (this.groups.at(-1)?.name !== name) this.groups.push({ name, visible, parts: [] });
    return this;
  }

  endLayer(): this {
    if (this.groups.at(-1)?.name !== undefined || this.groups.length === 0)
      this.groups.push({ name: undefined, visible: true, parts: [] });
    return this;
  }

  pen(widthMm: number, dashMm: readonly number[] = []): this {
    this.width = widthMm;
    this.dashes = dashMm;
    return this;
  }

  ink(rgb: number): this {
    this.stroke = rgb;
    return this;
  }

  fillInk(rgb: number): this {
    this.ground = rgb;
    return this;
  }

  lettering(set?: Lettering): this {
    this.set = set;
    const found = wantedFont(set, [this.font, ...this.others]);
    this.face = found ?? this.font;
    for (const family of set?.families ?? []) {
      this.asked.add(family);
      if (!found) this.missing.add(family);
    }
    return this;
  }

  line(x1: number, y1: number, x2: number, y2: number): this {
    return this.stroked(`M${n(x1)} ${this.y(y1)}L${n(x2)} ${this.y(y2)}`);
  }

  polyline(points: readonly Point[], closed = false): this {
    return this.stroked(this.outline(points) + (closed ? "Z" : ""));
  }

  fill(points: readonly Point[]): this {
    return this.filled(`${this.outline(points)}Z`);
  }

  rectangle({ x, y, width, height }: BoxMm, how: "S" | "f" = "S"): this {
    const path = `M${n(x)} ${this.y(y)}h${n(width)}v${n(-height)}h${n(-width)}Z`;
    return how === "S" ? this.stroked(path) : this.filled(path);
  }

  circle(x: number, y: number, radius: number, how: "S" | "f" = "S"): this {
    const half = `a${n(radius)} ${n(radius)} 0 1 0 `;
    const path = `M${n(x - radius)} ${this.y(y)}${half}${n(2 * radius)} 0${half}${n(-2 * radius)} 0Z`;
    return how === "S" ? this.stroked(path) : this.filled(path);
  }

  arc(x: number, y: number, radius: number, fromDeg: number, toDeg: number): this {
    const at = (deg: number): string => {
      const turn = (deg * Math.PI) / 180;
      return `${n(x + radius * Math.cos(turn))} ${this.y(y + radius * Math.sin(turn))}`;
    };
    const large = Math.abs(toDeg - fromDeg) > 180 ? 1 : 0;
    return this.stroked(`M${at(fromDeg)}A${n(radius)} ${n(radius)} 0 ${large} 0 ${at(toDeg)}`);
  }

  textWidth(text: string, heightMm: number): number {
    const shown = printable(text);
    const spacing = letterCount(shown) * spacingMm(this.set, heightMm);
    return (this.face.widthOf(shown) * heightMm) / this.face.capHeight + spacing;
  }

  text(text: string, x: number, y: number, { heightMm, align = "left", angleDeg = 0 }: TextOptions): this {
    const shown = printable(text);
    if (shown === "") return this;
    const anchor = { left: "", middle: ' text-anchor="middle"', right: ' text-anchor="end"' }[align];
    const turn = angleDeg === 0 ? "" : ` transform="rotate(${n(-angleDeg)} ${n(x)} ${this.y(y)})"`;
    const family = this.face === this.font ? "" : ` font-family="${escaped(this.face.face ?? this.face.family)}"`;
    const added = spacingMm(this.set, heightMm);
    const spacing = added === 0 ? "" : ` letter-spacing="${n(added)}"`;
    return this.put(
      `<text x="${n(x)}" y="${this.y(y)}" font-size="${n(heightMm / this.face.capHeight)}" fill="${colour(this.ground)}"${family}${spacing}${anchor}${turn}>${escaped(shown)}</text>`,
    );
  }

  private y(y: number): string {
    return n(this.heightMm - y);
  }

  private outline(points: readonly Point[]): string {
    return points.map(([x, y], i) => `${i === 0 ? "M" : "L"}${n(x)} ${this.y(y)}`).join("");
  }

  private stroked(path: string): this {
    const dashed = this.dashes.length > 0;
    const dash = dashed ? ` stroke-dasharray="${this.dashes.map(n).join(" ")}"` : "";
    // Dashed lines end as their dashes do; whole ones reach over their corners.
    const cap = dashed ? "butt" : "round";
    return this.put(
      `<path d="${path}" fill="none" stroke="${colour(this.stroke)}" stroke-width="${n(this.width)}" stroke-linecap="${cap}" stroke-linejoin="round"${dash}/>`,
    );
  }

  private filled(path: string): this {
    return this.put(`<path d="${path}" fill="${colour(this.ground)}" stroke="none"/>`);
  }

  private put(part: string): this {
    this.groups.at(-1)?.parts.push(part);
    return this;
  }

  /** What was drawn, without the element around it. */
  content(): string {
    return this.groups
      .filter((group) => group.parts.length > 0)
      .map(({ name, visible, parts }) => {
        if (name === undefined) return parts.join("");
        const hidden = visible ? "" : ' visibility="hidden"';
        return `<g class="layer" data-layer="${escaped(printable(name))}"${hidden}>${parts.join("")}</g>`;
      })
      .join("");
  }

  /** The whole file, at true size. */
  file(title: string): string {
    const size = `width="${n(this.widthMm)}mm" height="${n(this.heightMm)}mm" viewBox="0 0 ${n(this.widthMm)} ${n(this.heightMm)}"`;
    return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" ${size} font-family="${escaped(this.font.family)}, sans-serif"><title>${escaped(printable(title))}</title>${this.content()}</svg>\n`;
  }
}
