import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("layer/empty", [
  { name: "every layer used", content: wall(line(0.5)) },
  {
    name: "one with nothing on it",
    content: wall(line(0.5)),
    layers: ["A-WALL", "A-DOOR"],
    findings: [["A-DOOR", 1, "A-DOOR"]],
  },
  { name: "what is switched off is not empty", content: wall(line(0.5)), off: [0] },
]);
