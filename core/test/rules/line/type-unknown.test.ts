import { on } from "../../support/raw-pdf";
import { describeRule, line } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("line/type-unknown", [
  {
    name: "dashes of 12 and gaps of 3 widths (ISO 128-2)",
    content: on(0, line(0.25, "[3 0.75] 0")),
    layers: ["A-FLOR-OVHD"],
  },
  { name: "the same from another phase", content: on(0, line(0.25, "[3 0.75] 2")), layers: ["A-FLOR-OVHD"] },
  {
    name: "one fault is one finding: right dashes, wrong width",
    content: on(0, line(0.35, "[3 0.75] 0")),
    layers: ["A-FLOR-OVHD"],
  },
  {
    name: "dashes of no line type",
    content: on(0, line(0.25, "[9 5] 0")),
    layers: ["A-FLOR-OVHD"],
    findings: [["A-FLOR-OVHD", 1, "9 – 5 mm", "dashed"]],
    mended: { dashes: [[3, 0.75]] },
  },
  { name: "round ends lengthen dashes", content: on(0, `1 J ${line(0.25, "[2.75 1] 0")}`), layers: ["A-FLOR-OVHD"] },
  {
    name: "the pieces of a broken hatch line, on the layer for hatches",
    content: on(0, line(0.13, "[1.5 1.5] 0")),
    layers: ["A-WALL-PATT"],
  },
  {
    name: "the broken lines of a hatch on another layer, too few to be made out as one",
    content: on(0, line(0.25, "[1.5 1.5] 0")),
    layers: ["A-WALL"],
  },
]);
