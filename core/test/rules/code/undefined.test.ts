import { box, stroke } from "../../support/drawn";
import { lettering } from "../../support/raw-pdf";
import { arc, arrow } from "../../support/round";
import { describeRule } from "../../support/rule-tester";
import { framed, legend } from "../../support/codes";

/** The demo office's codes, invented: QT quarry tile, PL plaster, ZN zinc sheet, among others. */
const layers = ["A-ANNO-TEXT"];
const bubble = stroke(60, 40, 60, 120) + arc(60, 125, 5, 0, 360) + lettering("QT", 57.8, 123.75, 2.5);

describeRule("code/undefined", [
  {
    name: "codes that the legend explains",
    layers,
    content: framed("QT", 60, 100) + framed("PL", 90, 100) + legend(["QT", "Quarry tile"], ["PL", "Plaster"]),
  },
  {
    name: "a code of the standard that it does not",
    layers,
    content: framed("QT", 60, 100) + framed("ZN", 90, 100) + legend(["QT", "Quarry tile"], ["PL", "Plaster"]),
    findings: [[undefined, 1, "ZN", "Zinc sheet"]],
    message: /^“ZN” is used once, and no legend explains it: Zinc sheet\.$/,
  },
  {
    name: "one that neither has, twice",
    layers,
    content:
      framed("QX2", 60, 100) +
      framed("QX2", 90, 100) +
      framed("QT", 60, 130) +
      legend(["QT", "Quarry tile"], ["PL", "Plaster"]),
    findings: [[undefined, 2, "QX2"]],
  },
  {
    name: "finish over structure, both explained",
    layers,
    content: framed("QT/PL", 60, 100) + legend(["QT", "Quarry tile"], ["PL", "Plaster"]),
  },
  {
    name: "a code at a leader, and no legend",
    layers,
    content:
      stroke(70, 101, 90, 101) + stroke(90, 101, 100, 80) + arrow([100, 80], -64.5) + lettering("ZN", 64, 100, 2.5),
    findings: [[undefined, 1, "ZN", "Zinc sheet"]],
  },
  {
    name: "a grid bubble, a word in a frame and in a sentence",
    layers,
    content:
      bubble +
      box(100, 100, 30, 8, 0.25) +
      lettering("STORAGE", 103, 102.5, 2.5) +
      lettering("ZN as noted", 150, 100, 2.5),
  },
  { name: "numbers by a label pattern", layers, content: framed("B36", 60, 100) + framed("D101", 90, 100) },
  {
    name: "a standard without codes",
    layers,
    standard: (s) => void (s.codes = []),
    content: framed("QT", 60, 100),
    notJudged: true,
  },
]);
