import type { BoxMm } from "./drawing";

export interface TextOptions {
  /** Height of capitals on paper. */
  readonly heightMm: number;
  readonly align?: "left" | "middle" | "right";
  readonly angleDeg?: number;
}

/** How lettering is set. */
export interface Lettering {
  /** Font families in the order in which they are wanted; one that is not at hand is passed over. */
  readonly families: readonly string[];
  /** Added after each letter, as a share of the height of capitals. */
  readonly spacing?: number;
}

export type Point = readonly [x: number, y: number];

/**
 * Something that is drawn on: a page of a PDF, an SVG. Millimetres on paper, origin lower-left, y up.
 * Everything drawn stands on the layer last chosen, with the pen, inks and lettering last set.
 */
export interface Board {
  layer(name: string, visible?: boolean): this;
  /** What follows stands on no layer. */
  endLayer(): this;
  /** Width on paper, and dashes and gaps in turn; both in millimetres. */
  pen(widthMm: number, dashMm?: readonly number[]): this;
  /** Colour of lines, 0xRRGGBB. */
  ink(rgb: number): this;
  /** Colour of fills and lettering, 0xRRGGBB. */
  fillInk(rgb: number): this;
  /** How what follows is lettered; without it, in the board's own font. */
  lettering(set?: Lettering): this;
  line(x1: number, y1: number, x2: number, y2: number): this;
  polyline(points: readonly Point[], closed?: boolean): this;
  /** A filled outline without a line around it. */
  fill(points: readonly Point[]): this;
  rectangle(box: BoxMm, how?: "S" | "f"): this;
  circle(x: number, y: number, radius: number, how?: "S" | "f"): this;
  /** An arc, counter-clockwise from one angle to another, degrees. */
  arc(x: number, y: number, radius: number, fromDeg: number, toDeg: number): this;
  /** Width of a string set with capitals of a height, millimetres. */
  textWidth(text: string, heightMm: number): number;
  text(text: string, x: number, y: number, options: TextOptions): this;
}
