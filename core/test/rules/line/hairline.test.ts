import { on } from "../../support/raw-pdf";
import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("line/hairline", [
  { name: "the thinnest pen", content: wall(line(0.13)) },
  {
    name: "no width at all",
    content: wall(line(0) + line(0)),
    findings: [["A-WALL", 2, 0, 0.5]],
    mended: { widths: [0.5, 0.5] },
    message: /printer decides/,
  },
  {
    name: "under the thinnest pen",
    content: on(0, line(0.05)),
    layers: ["A-SIGN"],
    findings: [["A-SIGN", 1, 0.05, 0.13]],
    mended: { widths: [0.13] },
  },
  { name: "hidden lines are not judged", content: wall(line(0)), off: [0] },
]);
