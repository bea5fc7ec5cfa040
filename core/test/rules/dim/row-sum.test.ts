import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

const outer = { ...ROW, y: 160, stops: [40, 200] };

describeRule("dim/row-sum", [
  { name: "rows that add up", layers, content: wall + on(1, row(ROW) + row(outer)) },
  {
    // Each value is its drawn length within 0.2 mm on paper, and still the row does not add up.
    name: "a row that is 8 mm short",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["1996", "2496", "3500"] }) + row(outer)),
    findings: [["A-ANNO-DIMS", 4, 7992, 8000]],
    message: /^1996 \+ 2496 \+ 3500 = 7992 mm, but the row outside says 8000: 8 mm too little\.$/,
  },
  {
    name: "a wrong value, which is told as that",
    layers,
    content:
      wall +
      on(1, row({ ...ROW, stops: [40, 80, 130, 160, 200], texts: ["2000", "2650", "1500", "2000"] }) + row(outer)),
  },
]);
