import { stripes } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's hatches: invented for the demo. */
const layers = ["A-WALL-PATT", "A-WALL"];
const band = (degrees: number, spacing: number, layer = 0): string =>
  on(layer, stripes(40, 40, 80, 6, degrees, spacing));

describeRule("hatch/off-layer", [
  { name: "a hatch layer", layers, content: band(45, 1.2) },
  {
    name: "a wall layer",
    layers,
    content: band(45, 1.2, 1),
    findings: [["A-WALL", 50, "A-WALL", "A-WALL-PATT"]],
    mended: { linesOn: [...Array.from({ length: 50 }, () => "A-WALL-PATT"), "A-WALL"] },
    message: /which holds no hatches; A-WALL-PATT does\.$/,
  },
]);
