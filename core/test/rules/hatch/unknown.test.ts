import { stripes, stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's hatches: invented for the demo. */
const layers = ["A-WALL-PATT", "A-WALL"];
const band = (degrees: number, spacing: number, layer = 0): string =>
  on(layer, stripes(40, 40, 80, 6, degrees, spacing));

describeRule("hatch/unknown", [
  { name: "cut masonry", layers, content: band(45, 1.2) },
  { name: "insulation, of two families", layers, content: band(60, 2) + band(-60, 2) },
  {
    name: "lines at 30 degrees",
    layers,
    content: band(30, 1.2),
    findings: [["A-WALL-PATT", 37]],
    message: /^Lines at 30°, 1\.2 mm apart are no hatch of the standard\.$/,
  },
  {
    name: "the treads of a stair",
    layers,
    content: on(1, Array.from({ length: 12 }, (_, i) => stroke(40 + i * 2.5, 40, 40 + i * 2.5, 60)).join("")),
  },
  {
    name: "a standard without hatches",
    layers,
    content: band(45, 1.2),
    preset: "hyphenated-discipline",
    notJudged: true,
  },
]);
