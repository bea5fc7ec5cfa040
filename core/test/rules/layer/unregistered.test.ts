import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("layer/unregistered", [
  { name: "registered", content: wall(line(0.5)) },
  {
    name: "well-formed, not registered",
    content: wall(line(0.5)),
    layers: ["A-SIGN"],
    findings: [["A-SIGN", 1, "A-SIGN"]],
  },
  { name: "malformed is another rule's", content: wall(line(0.5)), layers: ["sign"] },
  {
    name: "by the register alone, where the office has no scheme of names",
    content: wall(line(0.5)),
    layers: ["A-WALL", "sign"],
    standard: (s) => void (s.naming.layers.fields = []),
    findings: [["sign", 1, "sign"]],
  },
  {
    name: "a standard without a register",
    content: wall(line(0.5)),
    layers: ["A-SIGN"],
    preset: "hyphenated-discipline",
    notJudged: true,
  },
]);
