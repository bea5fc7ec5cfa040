import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("dim/row-order", [
  { name: "the overall outside", layers, content: wall + on(1, row(ROW) + row({ ...ROW, y: 160, stops: [40, 200] })) },
  {
    name: "the overall inside",
    layers,
    content: wall + on(1, row({ ...ROW, stops: [40, 200] }) + row({ ...ROW, y: 160 })),
    findings: [["A-ANNO-DIMS", 1, "8000"]],
  },
]);
