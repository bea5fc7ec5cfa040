import { on } from "../../support/raw-pdf";
import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("line/type-not-layers", [
  { name: "the layer's line type", content: wall(line(0.5)) },
  { name: "a line type that it also allows", content: on(0, line(0.18)), layers: ["A-GRID"] },
  {
    name: "dashed walls",
    content: wall(line(0.5, "[6 1.5] 0")),
    findings: [["A-WALL", 1, "dashed", "continuous"]],
    mended: { dashes: [[]] },
  },
  {
    name: "continuous edges overhead",
    content: on(0, line(0.25)),
    layers: ["A-FLOR-OVHD"],
    findings: [["A-FLOR-OVHD", 1, "continuous", "dashed"]],
    mended: { dashes: [[3, 0.75]] },
  },
]);
