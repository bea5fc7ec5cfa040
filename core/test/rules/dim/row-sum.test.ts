import { building, ROW, row, stroke } from "../../support/drawn";
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
    // Between the two stands a row that adds up: each row inside is held against the outermost.
    name: "a row that is 8 mm too long, two rows inside the one that tells it",
    layers,
    content:
      wall +
      on(
        1,
        row({ ...ROW, texts: ["2008", "2500", "3500"] }) +
          row({ ...outer, stops: [40, 110, 200] }) +
          row({ ...outer, y: 168 }),
      ),
    findings: [["A-ANNO-DIMS", 4, 8008, 8000]],
  },
  {
    name: "a row that ends before the wall does",
    layers,
    content: wall + on(1, row({ ...ROW, stops: [40, 80, 130] }) + row(outer)),
    findings: [["A-ANNO-DIMS", 3, 4500, 8000]],
    message: /^2000 \+ 2500 = 4500 mm: the row ends 3500 mm short of what the row outside measures, 8000\.$/,
  },
  {
    name: "a row along a wall that ends where it does",
    layers,
    content:
      on(0, stroke(40, 140, 130, 140, 0.5) + stroke(130, 140, 130, 120, 0.5) + stroke(130, 120, 200, 120, 0.5)) +
      on(1, row({ ...ROW, stops: [40, 80, 130] }) + row(outer)),
  },
  {
    name: "a wrong value, which is told as that",
    layers,
    content:
      wall +
      on(1, row({ ...ROW, stops: [40, 80, 130, 160, 200], texts: ["2000", "2650", "1500", "2000"] }) + row(outer)),
  },
]);
