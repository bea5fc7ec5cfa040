import { describeRule } from "../../support/rule-tester";
import { framed, legend } from "../../support/codes";

/** The demo office's patterns, invented: B or W, two figures and maybe two more; D or W, floor and sequence. */
const layers = ["A-ANNO-TEXT"];

describeRule("code/malformed", [
  {
    name: "labels as the patterns have them",
    layers,
    content: framed("B36", 60, 100) + framed("W3018", 90, 100) + framed("D001", 120, 100),
  },
  {
    name: "one figure too few",
    layers,
    content: framed("B36", 60, 100) + framed("B6", 90, 100),
    findings: [[undefined, 1, "B6", "B36"]],
    message: /^“B6” is not written as Cabinet: unit, width and height in inches has it, such as B36\.$/,
  },
  { name: "a hyphen within", layers, content: framed("D-001", 60, 100), findings: [[undefined, 1, "D-001", "D001"]] },
  {
    name: "a code that a legend explains",
    layers,
    content: framed("B6", 60, 100) + legend(["B6", "Bolt of 6 mm"], ["QT", "Quarry tile"]),
  },
  { name: "a label of no pattern", layers, content: framed("T4", 60, 100) },
  {
    name: "a standard without patterns",
    layers,
    standard: (s) => void (s.labelPatterns = []),
    content: framed("B6", 60, 100),
    notJudged: true,
  },
]);
