import { box, row, stripes, stroke } from "../../support/drawn";
import { arc } from "../../support/round";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's hatches: invented for the demo. */
const layers = ["A-WALL-PATT", "A-WALL"];

const hatch = on(0, stripes(40, 40, 80, 20, 45, 1.2));
/** Lines within a circle of 10 mm. */
const round = on(
  0,
  Array.from({ length: 15 }, (_, i) => {
    const off = -8.4 + i * 1.2;
    const half = Math.sqrt(100 - off * off);
    const [cx, cy] = [80 - off * Math.SQRT1_2, 50 + off * Math.SQRT1_2];
    return stroke(
      cx - half * Math.SQRT1_2,
      cy - half * Math.SQRT1_2,
      cx + half * Math.SQRT1_2,
      cy + half * Math.SQRT1_2,
      0.13,
    );
  }).join(""),
);
/** An outline whose right side stops short of the upper one. */
const open = (gap: number): string =>
  on(
    1,
    stroke(40, 40, 120, 40, 0.5) +
      stroke(120, 40, 120, 60 - gap, 0.5) +
      stroke(120, 60, 40, 60, 0.5) +
      stroke(40, 60, 40, 40, 0.5),
  );

describeRule("hatch/open-boundary", [
  { name: "a closed outline", layers, content: hatch + on(1, box(40, 40, 80, 20)) },
  { name: "an outline of four lines that meet", layers, content: hatch + open(0) },
  {
    name: "a gap of 0.8 mm",
    layers,
    content: hatch + open(0.8),
    findings: [["A-WALL", 2, 0.8]],
    message: /gap of 0\.8 mm on paper at 120, 59 mm\.$/,
  },
  { name: "a round outline that closes", layers, content: round + on(1, arc(80, 50, 10, 0, 360, 0.5)) },
  {
    name: "a round outline with a gap of 1.2 mm",
    layers,
    content: round + on(1, arc(80, 50, 10, 40, 393.1, 0.5)),
    findings: [["A-WALL", 1, 1.2]],
  },
  {
    name: "lines that end near the barbs of an arrow",
    layers: [...layers, "A-ANNO-DIMS"],
    content: hatch + on(1, box(40, 40, 80, 20)) + on(2, row({ y: 50, object: 20, stops: [120, 160], ending: "arrow" })),
  },
  { name: "an opening of 8 mm", layers, content: hatch + open(8) },
  {
    // Its lower side is in two pieces, each too short for two of the lines, which run nearly along it.
    name: "a gap in a side that the lines run nearly along",
    layers,
    content:
      on(0, stripes(40, 40, 14, 14, 8, 1.2)) +
      on(
        1,
        stroke(40, 40, 46, 40, 0.5) +
          stroke(47.2, 40, 54, 40, 0.5) +
          stroke(54, 40, 54, 54, 0.5) +
          stroke(54, 54, 40, 54, 0.5) +
          stroke(40, 54, 40, 40, 0.5),
      ),
    findings: [["A-WALL", 2, 1.2]],
  },
]);
