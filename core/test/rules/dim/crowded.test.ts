import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("dim/crowded", [
  { name: "figures above the line", layers, content: wall + on(1, row(ROW)) },
  {
    name: "figures below it",
    layers,
    content: wall + on(1, row({ ...ROW, up: -3.5 })),
    findings: [["A-ANNO-DIMS", 3, "below the line", "above the line"]],
  },
  {
    name: "figures above where the style has them in the line",
    layers,
    content: wall + on(1, row(ROW)),
    standard: (s) => s.dimensionStyles.forEach((style) => (style.textPlace = "in-line")),
    findings: [["A-ANNO-DIMS", 3, "above the line", "in the line"]],
  },
]);
