import { box, stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

const fourLines = (x: number, y: number, w: number, h: number): string =>
  stroke(x, y, x + w, y) + stroke(x + w, y, x + w, y + h) + stroke(x + w, y + h, x, y + h) + stroke(x, y + h, x, y);

describeRule("line/doubled", [
  { name: "each line once", content: wall(stroke(10, 10, 60, 10) + stroke(10, 12, 60, 12)) },
  { name: "a line and a part of it", content: wall(stroke(10, 10, 60, 10) + stroke(10, 10, 40, 10)) },
  { name: "a fill and its outline", content: wall("10 10 20 20 re f\n0.5 w 10 10 20 20 re S\n") },
  {
    name: "the same on two layers",
    layers: ["A-WALL", "A-DOOR"],
    content: on(0, stroke(10, 10, 60, 10)) + on(1, stroke(10, 10, 60, 10)),
  },
  {
    name: "a line twice",
    content: wall(stroke(10, 10, 60, 10).repeat(2)),
    findings: [["A-WALL", 1]],
    mended: { widths: [0.18] },
  },
  {
    name: "a line there and back",
    content: wall(stroke(10, 10, 60, 10) + stroke(60, 10, 10, 10)),
    findings: [["A-WALL", 1]],
    mended: { widths: [0.18] },
  },
  {
    name: "a box three times",
    content: wall(box(10, 10, 30, 20).repeat(3)),
    findings: [["A-WALL", 2]],
    mended: { widths: [0.5] },
  },
  {
    name: "blocks of a scale bar beside each other, each of four lines",
    content: wall(fourLines(10, 10, 10, 2) + fourLines(20, 10, 10, 2)),
  },
  {
    name: "a block of four lines that was pasted in place",
    content: wall(fourLines(10, 10, 10, 2).repeat(2)),
    findings: [["A-WALL", 4]],
    mended: { widths: [0.18, 0.18, 0.18, 0.18] },
  },
]);
