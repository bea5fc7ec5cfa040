import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("dim/row-repeated", [
  { name: "rows that differ", layers, content: wall + on(1, row(ROW) + row({ ...ROW, y: 160, stops: [40, 200] })) },
  {
    name: "a row twice",
    layers,
    content: wall + on(1, row(ROW) + row({ ...ROW, y: 160 })),
    findings: [["A-ANNO-DIMS", 3, "2000, 2500, 3500"]],
  },
  {
    name: "a row twice where the office draws them",
    layers,
    content: wall + on(1, row(ROW) + row({ ...ROW, y: 160 })),
    standard: (s) => s.dimensionStyles.forEach((style) => (style.repeats = "drawn")),
  },
]);
