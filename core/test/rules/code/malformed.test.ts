import { describeRule } from "../../support/rule-tester";
import { framed, legend } from "../../support/codes";
import { stroke } from "../../support/drawn";
import { lettering } from "../../support/raw-pdf";
import { arc } from "../../support/round";

const inRing = (text: string, x: number, y: number): string =>
  arc(x, y, 6, 0, 360) + lettering(text, x - 0.4 * text.length * 1.8, y - 0.9, 1.8);
const fourLines = (x: number, y: number, width: number, height: number): string =>
  stroke(x, y, x + width, y) +
  stroke(x + width, y + height, x, y + height) +
  stroke(x + width, y, x + width, y + height) +
  stroke(x, y, x, y + height);

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
  {
    name: "door numbers in rings, one of them with a letter for a nought",
    layers,
    content: ["D001", "D002", "D003", "D0O4"].map((text, i) => inRing(text, 60 + 30 * i, 100)).join(""),
    findings: [[undefined, 1, "D0O4", "D001"]],
  },
  {
    name: "rings amid doors that hold something else",
    layers,
    content: ["D001", "D002", "D003", "FD30"].map((text, i) => inRing(text, 60 + 30 * i, 100)).join(""),
  },
  {
    name: "rings of which few hold numbers of doors",
    layers,
    content: ["D001", "A", "B", "D04"].map((text, i) => inRing(text, 60 + 30 * i, 100)).join(""),
  },
  {
    name: "a label in a frame of four lines",
    layers,
    content: fourLines(58, 96.8, 12, 6) + lettering("B6", 60, 98.5, 2.5) + framed("B36", 90, 100),
    findings: [[undefined, 1, "B6", "B36"]],
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
