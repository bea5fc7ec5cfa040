import { lettering } from "../../support/raw-pdf";
import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("layer/default-used", [
  { name: "all on layers", content: wall(line(0.5)) },
  {
    name: "two lines on none",
    content: wall(line(0.5)) + line(0.5) + line(0.25),
    findings: [[undefined, 2, "no layer"]],
  },
  {
    name: "text and line on a layer that programs begin with",
    content: wall(line(0.5) + lettering("X", 5, 5, 2.5)),
    layers: ["Layer 1"],
    findings: [["Layer 1", 2, "Layer 1"]],
  },
  {
    name: "an office may register such a layer",
    content: wall(line(0.5)),
    layers: ["Layer 1"],
    standard: (s) => void s.layers.push({ ...s.layers[0]!, name: "Layer 1" }),
  },
  { name: "unseen lettering does not count", content: `${wall(line(0.5))} BT 3 Tr /F1 3 Tf (x) Tj ET` },
]);
