import { building, ROW, row, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { arc } from "../../support/round";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

const ON_GRID = [44, 92, 156];
/** Lines with bubbles above them. */
const grid = on(
  0,
  ON_GRID.map(
    (x, i) => stroke(x, 50, x, 178) + arc(x, 183, 5, 0, 360) + lettering("ABC"[i]!, x - 0.9, 181.75, 2.5),
  ).join(""),
);

describeRule("dim/row-order", [
  { name: "the overall outside", layers, content: wall + on(1, row(ROW) + row({ ...ROW, y: 160, stops: [40, 200] })) },
  {
    name: "the overall inside",
    layers,
    content: wall + on(1, row({ ...ROW, stops: [40, 200] }) + row({ ...ROW, y: 160 })),
    findings: [["A-ANNO-DIMS", 1, "8000"]],
  },
  {
    name: "the row of the grid outside the openings, with other stops than theirs",
    layers,
    content: wall + grid + on(1, row({ ...ROW, stops: [40, 70, 130, 200] }) + row({ ...ROW, y: 160, stops: ON_GRID })),
  },
  {
    name: "the row of the grid inside the openings",
    layers,
    content: wall + grid + on(1, row({ ...ROW, stops: ON_GRID }) + row({ ...ROW, y: 160, stops: [40, 70, 130, 200] })),
    findings: [["A-ANNO-DIMS", 2, "2400, 3200"]],
    message: /^The row of the grid \(2400, 3200\) stands inside 1500, 3000, 3500; it belongs outside it\.$/,
  },
  {
    name: "the overall twice inside the grid, where the office draws repeated rows",
    layers,
    content:
      wall +
      on(
        1,
        row({ ...ROW, stops: [40, 200] }) +
          row({ ...ROW, y: 160, stops: [40, 200] }) +
          row({ ...ROW, y: 168, stops: [40, 90, 200] }),
      ),
    standard: (s) => s.dimensionStyles.forEach((style) => (style.repeats = "drawn")),
    findings: [["A-ANNO-DIMS", 1, "8000"]],
  },
  {
    name: "the overall outside the grid and once more inside it, where the office draws repeated rows",
    layers,
    content:
      wall +
      on(
        1,
        row({ ...ROW, stops: [40, 200] }) +
          row({ ...ROW, y: 160, stops: [40, 90, 200] }) +
          row({ ...ROW, y: 168, stops: [40, 200] }),
      ),
    standard: (s) => s.dimensionStyles.forEach((style) => (style.repeats = "drawn")),
  },
  {
    name: "the same rows, with no grid to tell them by",
    layers,
    content: wall + on(1, row({ ...ROW, stops: ON_GRID }) + row({ ...ROW, y: 160, stops: [40, 70, 130, 200] })),
  },
]);
