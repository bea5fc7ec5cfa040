import { on } from "../../support/raw-pdf";
import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("line/width-off-series", [
  { name: "pens within a hundredth", content: wall(line(0.5) + line(0.505)) },
  {
    name: "0.3 on a registered layer",
    content: wall(line(0.3) + line(0.3)),
    findings: [["A-WALL", 2, 0.3, 0.5]],
    mended: { widths: [0.5, 0.5] },
  },
  {
    name: "0.3 on another goes to the nearest pen",
    content: on(0, line(0.3)),
    layers: ["A-SIGN"],
    findings: [["A-SIGN", 1, 0.3, 0.35]],
    mended: { widths: [0.35] },
  },
  {
    name: "0.3 on a layer that is surely meant for another goes to that one's pen, as its name does",
    content: on(0, line(0.3)),
    layers: ["walls"],
    findings: [["walls", 1, 0.3, 0.5]],
    mended: { widths: [0.5] },
  },
  {
    name: "two wrong widths are two findings",
    content: wall(line(0.3) + line(0.4)),
    findings: [
      ["A-WALL", 1, 0.3],
      ["A-WALL", 1, 0.4],
    ],
    mended: { widths: [0.5, 0.5] },
  },
  { name: "the width is that on paper", content: wall(`q 2 0 0 2 0 0 cm 0.25 w 5 5 m 9 9 l S Q`) },
]);
