import { openSync, type Font } from "@cantoo/fontkit";

export type Spot = readonly [x: number, y: number];
/** Left, bottom, right, top. Millimetres on the sheet. */
export type Field = readonly [number, number, number, number];

/** What is on the paper, in millimetres of the paper. Shades: 0 is black, 1 white. */
export type Ink =
  | { what: "path"; layer: string; spots: Spot[]; closed: boolean; pen: number; dash: number[]; shade: number }
  | { what: "patch"; layer: string; spots: Spot[]; shade: number }
  | { what: "ring"; layer: string; at: Spot; radius: number; pen: number }
  | { what: "bow"; layer: string; at: Spot; radius: number; from: number; to: number; pen: number }
  | { what: "words"; layer: string; at: Spot; words: string; size: number; degrees: number; file: string };

export interface Typeface {
  readonly family: string;
  readonly file: string;
}

/** How a hand draws: whatever it does, the sheet looks the same. */
export interface Habits {
  /** Length of the pieces that a line is drawn in, paper millimetres; none where lines are whole. */
  readonly pieces: number | undefined;
  readonly backwards: boolean;
  readonly rectangles: "whole" | "sides";
  readonly strings: "whole" | "words" | "letters";
  readonly hyphen: string;
  readonly blank: string;
}

const fonts = new Map<string, Font>();
const fontOf = ({ file }: Typeface): Font => {
  const known = fonts.get(file) ?? (openSync(file) as Font);
  fonts.set(file, known);
  return known;
};

/** A sheet on which somebody draws: layers have pens, lettering one typeface. */
export class Paper {
  readonly ink: Ink[] = [];
  /** Pen in hand. */
  layer = "";
  pen = 0.25;
  dash: number[] = [];
  shade = 0;
  private read!: Field;

  constructor(
    readonly width: number,
    readonly height: number,
    readonly face: Typeface,
    readonly habits: Habits,
  ) {}

  take(layer: string, pen: number, dash: readonly number[] = []): this {
    this.layer = layer;
    this.pen = pen;
    this.dash = dash.map((each) => each * pen);
    return this;
  }

  line(a: Spot, b: Spot): void {
    const { pieces, backwards } = this.habits;
    const [from, to] = backwards ? [b, a] : [a, b];
    const count = pieces === undefined || this.dash.length > 0 ? 1 : Math.ceil(distance(a, b) / pieces);
    for (let i = 0; i < count; i++)
      this.path([between(from, to, i / count), between(from, to, (i + 1) / count)], false);
  }

  chain(spots: readonly Spot[]): void {
    for (let i = 0; i + 1 < spots.length; i++) this.line(spots[i]!, spots[i + 1]!);
  }

  polygon(spots: readonly Spot[]): void {
    if (this.habits.rectangles === "whole") this.path([...spots], true);
    else this.chain([...spots, spots[0]!]);
  }

  path(spots: Spot[], closed: boolean): void {
    this.ink.push({
      what: "path",
      layer: this.layer,
      spots,
      closed,
      pen: this.pen,
      dash: this.dash,
      shade: this.shade,
    });
    for (const spot of spots) this.see(spot);
  }

  patch(spots: Spot[], shade: number): void {
    this.ink.push({ what: "patch", layer: this.layer, spots, shade });
    for (const spot of spots) this.see(spot);
  }

  ring(at: Spot, radius: number): void {
    this.ink.push({ what: "ring", layer: this.layer, at, radius, pen: this.pen });
    this.see([at[0] - radius, at[1] - radius]);
    this.see([at[0] + radius, at[1] + radius]);
  }

  bow(at: Spot, radius: number, from: number, to: number): void {
    this.ink.push({ what: "bow", layer: this.layer, at, radius, from, to, pen: this.pen });
    for (let k = 0; k <= 4; k++) this.see(polar(at, radius, from + ((to - from) * k) / 4));
  }

  /** Width of words at a height of their capitals, millimetres. */
  widthOf(words: string, height: number, face = this.face): number {
    const font = fontOf(face);
    return (font.layout(words).advanceWidth * height) / capOf(font);
  }

  /** Lettering with the middle of its foot, or its left end, at a place; gives the place that it fills, before any turn. */
  words(
    at: Spot,
    words: string,
    height: number,
    degrees = 0,
    from: "left" | "middle" = "left",
    face = this.face,
  ): Field {
    const font = fontOf(face);
    const size = (height * font.unitsPerEm) / capOf(font);
    const shown = words.replaceAll("-", this.habits.hyphen).replaceAll(" ", this.habits.blank);
    const width = this.widthOf(shown, height, face);
    let along = from === "middle" ? -width / 2 : 0;
    const filled = fieldOf([along, along + width].flatMap((x) => [0, height].map((y) => turned([x, y], at, degrees))));
    this.see([filled[0], filled[1]]);
    this.see([filled[2], filled[3]]);
    const strings = { whole: [shown], words: shown.match(/\S+\s*/g) ?? [shown], letters: [...shown] }[
      this.habits.strings
    ];
    for (const string of strings) {
      const start = turned([along, 0], at, degrees);
      if (string.trim() !== "")
        this.ink.push({ what: "words", layer: this.layer, at: start, words: string, size, degrees, file: face.file });
      along += this.widthOf(string, height, face);
    }
    return filled;
  }

  /** What is drawn while something is done, as a field. */
  during(work: () => void): Field {
    const before = this.read;
    this.read = [Infinity, Infinity, -Infinity, -Infinity];
    work();
    const own = this.read;
    this.read = before ? joined(before, own) : own;
    return own;
  }

  private see([x, y]: Spot): void {
    if (this.read) this.read = joined(this.read, [x, y, x, y]);
  }
}

/** Height of a capital in the units of its font. */
const capOf = (font: Font): number => font.glyphForCodePoint(72)?.bbox.maxY ?? 700;

export const distance = (a: Spot, b: Spot): number => Math.hypot(b[0] - a[0], b[1] - a[1]);
export const between = (a: Spot, b: Spot, t: number): Spot => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
export const polar = (at: Spot, radius: number, degrees: number): Spot => [
  at[0] + radius * Math.cos((degrees * Math.PI) / 180),
  at[1] + radius * Math.sin((degrees * Math.PI) / 180),
];
export function turned([x, y]: Spot, at: Spot, degrees: number): Spot {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [at[0] + x * cos - y * sin, at[1] + x * sin + y * cos];
}
export const fieldOf = (spots: readonly Spot[]): Field => [
  Math.min(...spots.map(([x]) => x)),
  Math.min(...spots.map(([, y]) => y)),
  Math.max(...spots.map(([x]) => x)),
  Math.max(...spots.map(([, y]) => y)),
];
export const joined = (a: Field, b: Field): Field => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
];
export const cornersOf = ([l, b, r, t]: Field): Spot[] => [
  [l, b],
  [r, b],
  [r, t],
  [l, t],
];
