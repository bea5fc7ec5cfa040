import { stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's showing chart, invented: floor plans need walls and dimensions, and draw furniture. */
const layers = ["A-WALL", "A-ANNO-DIMS", "A-ANNO-TTLT", "A-FURN"];
const title = on(2, lettering("GROUND FLOOR PLAN", 40, 30, 5) + lettering("SCALE 1:50", 40, 24, 2.5));
const wall = on(0, stroke(40, 60, 90, 60, 0.5));
const dimension = on(1, stroke(40, 70, 90, 70) + lettering("2500", 60, 71, 2.5));

describeRule("kind/missing", [
  { name: "all that is needed", layers, content: wall + dimension + title },
  {
    name: "no dimensions",
    layers,
    content: wall + title,
    findings: [["A-ANNO-DIMS", 1, "nothing", "needed"]],
    message: /^Nothing is drawn on A-ANNO-DIMS, which a floor plan needs\.$/,
  },
  {
    name: "dimensions that are switched off",
    layers,
    off: [1],
    content: wall + dimension + title,
    findings: [["A-ANNO-DIMS", 1, "switched off", "needed"]],
    message: /^A-ANNO-DIMS is switched off; a floor plan shows it\.$/,
  },
  {
    name: "furniture that is switched off",
    layers,
    off: [3],
    content: wall + dimension + on(3, stroke(50, 64, 60, 64)) + title,
    findings: [["A-FURN", 1, "switched off", "drawn"]],
  },
  {
    name: "a layer that the file does not have",
    layers: ["A-ANNO-DIMS", "A-ANNO-DIMS", "A-ANNO-TTLT"],
    content: dimension + title,
    findings: [[undefined, 1, "nothing", "needed"]],
  },
  { name: "no title", layers, content: wall, notJudged: true },
]);
