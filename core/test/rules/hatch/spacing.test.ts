import { box, pieces, stripes, stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { asCladding } from "../../support/hatches";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's hatches: invented for the demo. */
const layers = ["A-WALL-PATT", "A-WALL"];
const band = (degrees: number, spacing: number, layer = 0, [x, y, width, height] = [40, 40, 80, 6]): string =>
  on(layer, stripes(x!, y!, width!, height!, degrees, spacing));

/** One board across a front; beside windows, in three pieces. */
const boards = (y: number, isBroken: boolean): string =>
  isBroken
    ? stroke(40, y, 60, y, 0.13) + stroke(90, y, 110, y, 0.13) + stroke(140, y, 160, y, 0.13)
    : stroke(40, y, 160, y, 0.13);

/** Whole lines at 45° across a wall of 12 by 60 mm, and midway between them broken ones, piece by piece. */
function concrete(spacing: number): string {
  let content = "";
  for (let k = -2; k * spacing < 60; k++)
    for (const [across, isBroken] of [
      [k * spacing, false],
      [(k + 0.5) * spacing, true],
    ] as const) {
      const up = across * Math.SQRT2;
      const [from, to] = [Math.max(40, 40 - up), Math.min(52, 100 - up)];
      const [piece, step] = isBroken ? [1.5 * Math.SQRT1_2, 3 * Math.SQRT1_2] : [12, 12];
      for (let x = from; to - x > 0.4; x += step)
        content += stroke(x, x + up, Math.min(x + piece, to), Math.min(x + piece, to) + up, 0.13);
    }
  return content;
}

describeRule("hatch/spacing", [
  { name: "cut masonry", layers, content: band(45, 1.2) },
  { name: "within 5 %", layers, content: band(45, 1.25) },
  {
    name: "a pattern of another scale",
    layers,
    content: band(45, 2.4),
    scale: "1:50",
    findings: [["A-WALL-PATT", 25, 2.4, 1.2]],
    message: /2\.4 mm apart on paper, where 1\.2 mm is right\. It was made for 1:100\. Its outline can't be told/,
  },
  {
    name: "a pattern of another scale within its outline",
    layers,
    content: `${on(1, box(40, 40, 20, 6))}${band(45, 2.4, 0, [40, 40, 20, 6])}`,
    scale: "1:50",
    findings: [["A-WALL-PATT", 8, 2.4, 1.2]],
    // One outline; 20 + 6 mm at 45° are 18.4 mm across: fifteen lines at 1.2 mm in place of eight.
    mended: { widths: [0.5, ...Array<number>(15).fill(0.13)] },
  },
  {
    // 300 mm tiles at 1:50 are 6 mm on paper.
    name: "floor tiles, which are right in the building",
    layers: ["A-FLOR-PATT"],
    content: on(0, stripes(40, 40, 60, 60, 0.0001, 6) + stripes(40, 40, 60, 60, 89.9999, 6)),
    scale: "1:50",
  },
  {
    // Sheets of 300 mm are 6 mm at 1:50; between the windows every second joint is left out.
    name: "cladding of which windows leave out every second joint",
    layers: ["A-FLOR-PATT"],
    content: on(0, stripes(40, 40, 42, 60, 90.0001, 6) + stripes(85, 40, 60, 60, 90.0001, 12)),
    standard: asCladding,
    scale: "1:50",
  },
  {
    name: "the same, farther along one front",
    layers: ["A-FLOR-PATT"],
    content: on(0, stripes(40, 40, 42, 60, 90.0001, 6) + stripes(121, 40, 60, 60, 90.0001, 12)),
    standard: asCladding,
    scale: "1:50",
  },
  {
    name: "cladding of twice the width in step with the right one, on another front",
    layers: ["A-FLOR-PATT"],
    content: on(0, stripes(40, 40, 42, 60, 90.0001, 6) + stripes(121, 40, 60, 40, 90.0001, 12)),
    standard: asCladding,
    scale: "1:50",
    findings: [["A-FLOR-PATT", 5, 12, 6]],
  },
  {
    // A few boards above the windows, between them and below: 10 mm apart on paper, where 300 mm at 1:50 are 6.
    name: "boards of another width, which two windows interrupt",
    layers: ["A-FLOR-PATT", "A-GLAZ"],
    content:
      on(0, [110, 100, 90, 70, 60, 50, 30, 20, 10].map((y) => boards(y, y > 40 && y < 80)).join("")) +
      on(1, box(60, 40, 30, 40) + box(110, 40, 30, 40)),
    standard: asCladding,
    scale: "1:50",
    findings: [["A-FLOR-PATT", 15, 10, 6]],
  },
  {
    // Too few in each row and column to be a hatch, and short: lights under a ceiling.
    name: "lights in rows, which are no boards",
    layers: ["A-FLOR-PATT", "E-LITE"],
    content: on(
      1,
      [40, 52, 64]
        .flatMap((y) => [40, 60, 80].map((x) => stroke(x, y, x + 10, y) + stroke(x, y + 6, x + 10, y + 6)))
        .join(""),
    ),
    standard: asCladding,
    scale: "1:50",
  },
  {
    name: "cut concrete in a narrow wall at half its spacing, whole and broken lines alike",
    layers,
    content: on(0, concrete(0.75)),
    findings: [["A-WALL-PATT", 375, 0.75, 1.5]],
  },
  {
    name: "cladding of twice the width beside the right one, whose joints don't go on in it",
    layers: ["A-FLOR-PATT"],
    content: on(0, stripes(40, 40, 42, 60, 90.0001, 6) + stripes(87, 40, 60, 60, 90.0001, 12)),
    standard: asCladding,
    scale: "1:50",
    findings: [["A-FLOR-PATT", 5, 12, 6]],
  },
  {
    name: "floor tiles of a drawing at 1:100",
    layers: ["A-FLOR-PATT"],
    content: on(0, stripes(40, 40, 60, 60, 0.0001, 3) + stripes(40, 40, 60, 60, 89.9999, 3)),
    scale: "1:50",
    findings: [["A-FLOR-PATT", 40, 3, 6]],
  },
  {
    // Some of the whole lines of masonry lie on one straight with broken rows of the concrete beside it.
    name: "cut concrete beside a narrow leaf of masonry, and earth of longer pieces, all in one pen",
    layers,
    content: on(
      0,
      stripes(40, 40, 60, 40, 45, 1.5) +
        `q 1 0 0 1 -0.46 0.46 cm ${pieces(40, 40, 60, 40)} Q\n` +
        stripes(30, 40, 7.5, 40, 45, 1.2) +
        pieces(140, 40, 60, 40, [4, 3, 1.6]) +
        `q -1 0 0 1 340 0 cm ${pieces(140, 40, 60, 40, [4, 3, 1.6])} Q\n`,
    ),
  },
  {
    name: "a strip of cut concrete whose broken rows look whole",
    layers,
    content: on(0, stripes(40, 40, 5, 60, 45, 0.75)),
  },
]);
