import { stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { drawnPlan, HOUSE, label } from "../../support/walls";
import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("layer/default-used", [
  { name: "all on layers", content: wall(line(0.5)) },
  {
    name: "two lines on none",
    content: wall(line(0.5)) + line(0.5) + line(0.25),
    // Only walls plot in the 0.5 mm pen; many layers plot in that of 0.25 mm.
    findings: [
      [undefined, 1, "no layer", "A-WALL"],
      [undefined, 1, "no layer"],
    ],
    left: [1],
    mended: { linesOn: ["A-WALL", "A-WALL", undefined] },
  },
  {
    name: "text and line on a layer that programs begin with",
    content: wall(line(0.5) + lettering("X", 5, 5, 2.5)),
    layers: ["Layer 1"],
    findings: [
      ["Layer 1", 1, "Layer 1", "A-WALL"],
      ["Layer 1", 1, "Layer 1", "A-ANNO-TEXT"],
    ],
    mended: { linesOn: ["A-WALL"], stringsOn: ["A-ANNO-TEXT"], layers: ["Layer 1", "A-WALL", "A-ANNO-TEXT"] },
  },
  {
    name: "a line that touches what plots like it",
    layers: ["A-FLOR-STRS"],
    content: `${wall(stroke(10, 10, 60, 10, 0.25))}${stroke(60, 10, 60, 40, 0.25)}`,
    findings: [[undefined, 1, "no layer", "A-FLOR-STRS"]],
    message: /it seems to belong on A-FLOR-STRS, because it touches marks there that plot alike\.$/,
  },
  {
    name: "a house of which the other stands on a layer: what is seen as a wall goes where walls are",
    layers: ["A-WALL-PRHT"],
    scale: "1:50",
    content: on(0, drawnPlan(HOUSE) + label(HOUSE, [3500, 4000], "HALL")) + drawnPlan({ ...HOUSE, at: [40, 250] }),
    findings: [
      [undefined, 5, "no layer", "A-WALL-PRHT"],
      // One door alone says nothing of where doors belong.
      [undefined, 2, "no layer"],
    ],
    left: [1],
    mended: { layers: ["A-WALL-PRHT"] },
    message: /because it is part of a wall\.$|says what it is\.$/,
  },
  {
    name: "an office may register such a layer",
    content: wall(line(0.5)),
    layers: ["Layer 1"],
    standard: (s) => void s.layers.push({ ...s.layers[0]!, name: "Layer 1" }),
  },
  { name: "unseen lettering does not count", content: `${wall(line(0.5))} BT 3 Tr /F1 3 Tf (x) Tj ET` },
]);
