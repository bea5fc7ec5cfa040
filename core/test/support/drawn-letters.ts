import { readFileSync } from "node:fs";
import { join } from "node:path";
import { create } from "@cantoo/fontkit";

/** Lettering that is drawn, not written, in millimetres on paper. */

const n = (value: number): string => value.toFixed(4);

/** Strokes of some letters in a box of 1 × 1, as plotters draw them. */
const STROKES: Readonly<Record<string, readonly (readonly (readonly [number, number])[])[]>> = {
  A: [
    [
      [0, 0],
      [0.35, 1],
      [0.7, 0],
    ],
    [
      [0.13, 0.35],
      [0.57, 0.35],
    ],
  ],
  E: [
    [
      [0.6, 0],
      [0, 0],
      [0, 1],
      [0.6, 1],
    ],
    [
      [0, 0.5],
      [0.5, 0.5],
    ],
  ],
  H: [
    [
      [0, 0],
      [0, 1],
    ],
    [
      [0.65, 0],
      [0.65, 1],
    ],
    [
      [0, 0.5],
      [0.65, 0.5],
    ],
  ],
  L: [
    [
      [0, 1],
      [0, 0],
      [0.55, 0],
    ],
  ],
  S: [
    [
      [0, 0.15],
      [0.2, 0],
      [0.45, 0],
      [0.62, 0.15],
      [0.62, 0.38],
      [0.4, 0.5],
      [0.2, 0.52],
      [0, 0.65],
      [0, 0.85],
      [0.18, 1],
      [0.45, 1],
      [0.6, 0.88],
    ],
  ],
  T: [
    [
      [0, 1],
      [0.7, 1],
    ],
    [
      [0.35, 1],
      [0.35, 0],
    ],
  ],
  " ": [],
};

/** Words in strokes, as one mark for each stroke, level or running upwards. */
export function inStrokes(text: string, x: number, y: number, heightMm: number, isUpright = false): string {
  let content = "0.25 w [] 0 d\n";
  [...text].forEach((letter, i) => {
    for (const points of STROKES[letter] ?? []) {
      const placed = points.map(([u, v]) => {
        const [along, up] = [(i * 0.95 + u) * heightMm, v * heightMm];
        return isUpright ? [x - up, y + along] : [x + along, y + up];
      });
      content += `${placed.map((point, k) => `${point.map((each) => n(each!)).join(" ")} ${k === 0 ? "m" : "l"}`).join(" ")} S\n`;
    }
  });
  return content;
}

const made = create(new Uint8Array(readFileSync(join(import.meta.dirname, "../../assets/fonts/Barlow-Regular.ttf"))));

if (!("layout" in made)) throw new Error("Barlow is one font, no collection.");
const font = made;

/** Words as the filled outlines of a font's letters, as programs export them that leave fonts out. */
export function inOutlines(text: string, x: number, y: number, heightMm: number): string {
  const scale = heightMm / (font.capHeight ?? 700);
  let [content, at] = ["0 g\n", 0];
  for (const glyph of font.layout(text).glyphs) {
    for (const { command, args } of glyph.path.commands)
      content += outlinePart(command, args, (u, v) => [x + (at + u) * scale, y + v * scale]);
    content += "f\n";
    at += glyph.advanceWidth;
  }
  return content;
}

let last: [number, number] = [0, 0];

/** One command of an outline; curves of one handle become curves of two, as PDF has them. */
function outlinePart(command: string, args: readonly number[], on: (u: number, v: number) => [number, number]): string {
  const points = Array.from({ length: args.length / 2 }, (_, i) => on(args[i * 2]!, args[i * 2 + 1]!));
  const end = points.at(-1);
  const from = last;
  if (end) last = end;
  const words = (all: readonly (readonly number[])[]): string => all.map((point) => point.map(n).join(" ")).join(" ");
  if (command === "moveTo") return `${words(points)} m\n`;
  if (command === "lineTo") return `${words(points)} l\n`;
  if (command === "bezierCurveTo") return `${words(points)} c\n`;
  if (command !== "quadraticCurveTo" || !end) return "h\n";
  const [handle] = points;
  const near = ([px, py]: readonly [number, number]): [number, number] => [
    px + (2 / 3) * (handle![0] - px),
    py + (2 / 3) * (handle![1] - py),
  ];
  return `${words([near(from), near(end), end])} c\n`;
}
