import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("sheet/size", [
  { name: "A3 lying", content: wall(line(0.5)) },
  { name: "A3 upright, a millimetre off", content: wall(line(0.5)), size: [296, 420.5] },
  {
    name: "trimmed A1",
    content: wall(line(0.5)),
    size: [829, 582],
    findings: [[undefined, 1, "829.0 × 582.0", "A1"]],
    message: /trimmed/,
  },
  { name: "no size at all", content: wall(line(0.5)), size: [500, 500], findings: [[undefined, 1]] },
]);
