import { line } from "../../support/rule-tester";
import { describeRule, wall } from "../../support/rule-tester";

describeRule("line/shade-not-pen", [
  { name: "black", content: wall(line(0.5)) },
  { name: "nearly black", content: wall(`0.02 G ${line(0.5)}`) },
  {
    name: "grey",
    content: wall(`0.5 G ${line(0.5)}`),
    findings: [["A-WALL", 1, "50 %", "100 %"]],
    mended: { colours: [0] },
  },
  {
    name: "red",
    content: wall(`1 0 0 RG ${line(0.5)}`),
    findings: [["A-WALL", 1, "#ff0000", "100 %"]],
    mended: { colours: [0] },
    message: /plots in the colour #ff0000; the .* pen of A-WALL plots at 100 %\.$/,
  },
  {
    name: "grey where the pen is grey",
    content: wall(`0.5 G ${line(0.5)}`),
    standard: (s) => s.pens.forEach((pen) => (pen.shadePercent = 50)),
  },
  { name: "a layer that is not registered", layers: ["A-NONE"], content: wall(`1 0 0 RG ${line(0.5)}`) },
]);
