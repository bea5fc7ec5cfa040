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
    name: "text and line on layer 0",
    content: wall(line(0.5) + lettering("X", 5, 5, 2.5)),
    layers: ["0"],
    findings: [["0", 2, "0"]],
  },
  {
    name: "an office may register a layer 0",
    content: wall(line(0.5)),
    layers: ["0"],
    standard: (s) => void s.layers.push({ ...s.layers[0]!, name: "0" }),
  },
  { name: "unseen lettering does not count", content: `${wall(line(0.5))} BT 3 Tr /F1 3 Tf (x) Tj ET` },
]);
