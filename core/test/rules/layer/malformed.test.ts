import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("layer/malformed", [
  { name: "registered names", content: wall(line(0.5)) },
  {
    name: "a name in small letters",
    content: wall(line(0.5)),
    layers: ["walls"],
    findings: [["walls", 1, "walls", "A-WALL"]],
    mended: { layers: ["A-WALL"] },
  },
  {
    name: "a name that resembles nothing",
    content: wall(line(0.5)),
    layers: ["Ω 7"],
    findings: [["Ω 7", 1, "Ω 7", undefined]],
    message: /At character 1/,
  },
  {
    name: "a registered name off the scheme is the office's own doing",
    content: wall(line(0.5)),
    layers: ["HOUSE STYLE"],
    standard: (s) => void s.layers.push({ ...s.layers[0]!, name: "HOUSE STYLE" }),
  },
  {
    name: "by positions",
    content: wall(line(0.5)),
    layers: ["A-B374--E-", "A-B374"],
    preset: "iso-13567",
    findings: [["A-B374", 1, "A-B374"]],
    mended: { layers: ["A-B374--E-", "A-B374----"] },
  },
  { name: "no layers, no judgement", content: line(0.5), layers: [], notJudged: true },
]);
