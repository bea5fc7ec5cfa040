import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("file/no-layers", [
  { name: "a file with layers", content: wall(line(0.5)) },
  { name: "a file without", content: line(0.5), layers: [], findings: [[undefined, 1]] },
]);
