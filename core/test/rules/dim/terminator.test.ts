import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { arrow } from "../../support/round";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("dim/terminator", [
  { name: "ticks of 2.5 mm", layers, content: wall + on(1, row(ROW)) },
  { name: "ticks within 15 %", layers, content: wall + on(1, row({ ...ROW, tick: 2.8 })) },
  {
    name: "ticks of 3.4 mm",
    layers,
    content: wall + on(1, row({ ...ROW, tick: 3.4 })),
    findings: [["A-ANNO-DIMS", 4, 3.4, 2.5]],
  },
  {
    name: "filled arrows",
    layers,
    content: wall + on(1, row({ ...ROW, ending: "arrow" })),
    findings: [["A-ANNO-DIMS", 4, "filled arrow", "oblique tick"]],
  },
  {
    // One dimension of a row ends in arrows, where its neighbours end in ticks in the same places.
    name: "arrows between ticks",
    layers,
    content: wall + on(1, row({ ...ROW, stops: [40, 80, 130, 200] }) + arrow([80, 152], 180) + arrow([130, 152], 0)),
    findings: [["A-ANNO-DIMS", 2, "filled arrow", "oblique tick"]],
  },
]);
