import { box, building, ROW, row, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { arc } from "../../support/round";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

const outer = { ...ROW, y: 160, stops: [40, 200] };

/** Lines with bubbles above them, and a row from one to the next, which end it. */
const ON_GRID = { stops: [40, 90, 200], extension: 0, overshoot: 0 };
const grid = on(
  1,
  ON_GRID.stops
    .map((x, i) => stroke(x, 56, x, 190) + arc(x, 195, 5, 0, 360) + lettering("ABC"[i]!, x - 0.9, 193.75, 2.5))
    .join(""),
);

describeRule("dim/row-spacing", [
  { name: "12 mm and 8 mm", layers, content: wall + on(1, row(ROW) + row(outer)) },
  {
    // The glass in the wall is the heaviest stroke along the row, and no face.
    name: "12 mm before a wall that is filled, with glass in its middle",
    layers,
    content:
      on(
        0,
        "0 g 40 136 50 4 re f 110 136 90 4 re f 40 60 4 76 re f 196 60 4 76 re f\n" + stroke(90, 138, 110, 138, 0.35),
      ) + on(1, row(ROW)),
  },
  {
    name: "the first row at 15 mm",
    layers,
    content: wall + on(1, row({ ...ROW, y: 155 }) + row({ ...outer, y: 163 })),
    findings: [["A-ANNO-DIMS", 1, 15, 12]],
  },
  {
    name: "a pitch of 10 mm",
    layers,
    content: wall + on(1, row(ROW) + row({ ...outer, y: 162 })),
    findings: [["A-ANNO-DIMS", 1, 10, 8]],
  },
  {
    // 27 in. and 18 in. at 1:48 are 9/16 in. and 3/8 in. on paper (handbook, figures: common practice, no source).
    name: "27 inches and 18 inches at a quarter inch to the foot",
    layers,
    content:
      wall +
      on(
        1,
        row({
          ...ROW,
          y: 140 + 14.2875,
          stops: [40, 78.1, 116.2, 154.3],
          texts: ["6'-0\"", "6'-0\"", "6'-0\""],
          scale: 48,
        }) + row({ ...ROW, y: 140 + 14.2875 + 9.525, stops: [40, 154.3], texts: ["18'-0\""], scale: 48 }),
      ),
  },
  {
    // The row was moved: it is wrong from the wall, and the next one by as much from it. That is one fault.
    name: "a first row moved by 2.5 mm",
    layers,
    content: wall + on(1, row({ ...ROW, y: 154.5 }) + row({ ...ROW, y: 160, stops: [40, 200], texts: ["8000"] })),
    findings: [["A-ANNO-DIMS", 1, 14.5, 12]],
  },
  {
    // The walls of a ceiling are fine, and lights under it heavier.
    name: "12 mm from a fine wall, and heavy lights within",
    layers,
    content: on(0, building(0.25) + box(60, 100, 12, 12, 0.35) + box(120, 100, 12, 12, 0.35)) + on(1, row(ROW)),
  },
  {
    // The heaviest pen draws nothing but a short line; behind it the next one that is long would be a wall 32 mm off.
    name: "12 mm from a fine wall, a short heavy line before it and long heavy ones behind",
    layers,
    content:
      on(0, building(0.25) + stroke(90, 144, 98, 144, 0.5) + box(60, 100, 30, 20, 0.5) + box(120, 100, 30, 20, 0.5)) +
      on(1, row(ROW)),
  },
  {
    // Its ends stand on grid lines: only the row beyond it tells which way it looks.
    name: "the row of the grid at 15 mm, without extension lines",
    layers,
    content: wall + grid + on(1, row({ ...ROW, ...ON_GRID, y: 155 }) + row({ ...outer, y: 163 })),
    findings: [["A-ANNO-DIMS", 1, 15, 12]],
  },
  {
    name: "dimensions from grid line to grid line inside the building",
    layers,
    content: wall + grid + on(1, row({ ...ROW, ...ON_GRID, object: 60, y: 134 }) + row({ ...outer, y: 152 })),
  },
  {
    // An edge of the head runs along the row, 22 mm behind it: it is no wall.
    name: "12 mm from a short wall, and the head of a leader within",
    layers,
    content:
      on(0, box(60, 60, 14, 80)) + on(1, row({ ...ROW, stops: [60, 74] }) + "66 130 m 68.5 130 l 68.5 130.8 l h f\n"),
  },
]);
