import { box, stripes, stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

/** Two lines that meet, or nearly, at 60, 10. */
const corner = (along: number, up: number): string =>
  stroke(10, 10, 60 + along, 10, 0.5) + stroke(60, 10 - up, 60, 50, 0.5);

/** Six branches from one point. */
const tree = (x: number, y: number, r: number, turn: number): string =>
  Array.from({ length: 6 }, (_, i) => {
    const angle = ((turn + i * 60) * Math.PI) / 180;
    return stroke(x, y, x + r * Math.cos(angle), y + r * Math.sin(angle));
  }).join("");

describeRule("line/untrimmed", [
  { name: "a clean corner", content: wall(corner(0, 0)) },
  { name: "a closed outline", content: wall(box(10, 10, 50, 40)) },
  { name: "a tee", content: wall(stroke(10, 10, 60, 10) + stroke(30, 10, 30, 40)) },
  { name: "a line that crosses another", content: wall(stroke(10, 10, 60, 10) + stroke(30, -10, 30, 40)) },
  {
    name: "past the corner by 0.8 mm",
    content: wall(corner(0.8, 0)),
    findings: [["A-WALL", 1, 0.8]],
    message: /^1 end of a line runs past the line that it should meet, by up to 0\.8 mm\.$/,
  },
  {
    name: "short of it by 0.6 mm",
    content: wall(corner(-0.6, 0)),
    findings: [["A-WALL", 1, 0.6]],
    message: /stops short of/,
  },
  { name: "a gap of 3 mm", content: wall(corner(-3, 0)) },
  {
    name: "lines of two layers",
    layers: ["A-WALL", "A-DOOR"],
    content: on(0, stroke(10, 10, 59.4, 10, 0.5)) + on(1, stroke(60, 10, 60, 50, 0.5)),
  },
  {
    name: "the branches of two trees that stand near each other",
    content: wall(tree(40, 40, 8, 0) + tree(51.5, 36, 8, 0)),
  },
  {
    name: "lines of a hatch",
    content: wall(stripes(10, 10, 40, 20, 45, 1.2, 0.18) + stroke(30.6, 31, 30.6, 60)),
  },
  {
    name: "an arrow up a stair",
    content: wall(
      Array.from({ length: 8 }, (_, i) => stroke(20 + i * 2.5, 10, 20 + i * 2.5, 22)).join("") + stroke(19, 16, 41, 16),
    ),
  },
]);
