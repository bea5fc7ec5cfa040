import { building, ROW, row, stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("dim/extension", [
  { name: "5 mm in and 2 mm out", layers, content: wall + on(1, row(ROW)) },
  {
    name: "3 mm out",
    layers,
    content: wall + on(1, row({ ...ROW, overshoot: 3 })),
    findings: [["A-ANNO-DIMS", 4, 3, 2]],
  },
  {
    name: "drawn twice, whole and in pieces that meet at the dimension line",
    layers,
    content:
      wall +
      on(1, row(ROW) + ROW.stops.map((x) => stroke(x, ROW.y, x, ROW.y + 2) + stroke(x, ROW.y - 5, x, ROW.y)).join("")),
  },
  {
    name: "down to the gap where they have a fixed length",
    layers,
    content: wall + on(1, row({ ...ROW, extension: 8.8 })),
    findings: [["A-ANNO-DIMS", 4, 8.8, 5]],
  },
  {
    name: "in full with the gap of the style",
    layers,
    content: wall + on(1, row({ ...ROW, extension: 8.8 })),
    standard: (s) => s.dimensionStyles.forEach((style) => (style.extension = "full")),
  },
  {
    name: "in full with another gap",
    layers,
    content: wall + on(1, row({ ...ROW, extension: 8.8 })),
    standard: (s) =>
      s.dimensionStyles.forEach((style) => {
        style.extension = "full";
        style.gapMm = 1;
      }),
    findings: [["A-ANNO-DIMS", 4, 3.2, 1]],
  },
  {
    // Footings are dashed before the wall; the gap is measured to the wall, which is heavier.
    name: "in full with the gap of the style to the wall, and a footing before it",
    layers,
    content:
      wall +
      on(1, row({ ...ROW, extension: 8.8 })) +
      on(0, "[2 1] 0 d " + stroke(30, 142.5, 210, 142.5, 0.35) + "[] 0 d "),
    standard: (s) => s.dimensionStyles.forEach((style) => (style.extension = "full")),
  },
]);
