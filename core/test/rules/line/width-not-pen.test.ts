import { on } from "../../support/raw-pdf";
import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("line/width-not-pen", [
  { name: "the layer's pen", content: wall(line(0.5)) },
  { name: "another pen", content: wall(line(0.25)), findings: [["A-WALL", 1, 0.25, 0.5]], mended: { widths: [0.5] } },
  { name: "layers that are not registered have no pen", content: on(0, line(0.25)), layers: ["A-SIGN"] },
]);
