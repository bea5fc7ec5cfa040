import { box, pieces, stripes, stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { asCladding } from "../../support/hatches";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's hatches: invented for the demo. */
const layers = ["A-WALL-PATT", "A-WALL"];
const band = (degrees: number, spacing: number, layer = 0): string =>
  on(layer, stripes(40, 40, 80, 6, degrees, spacing));

/** Tiles so far apart on paper, from the lower-left corner on. */
function tiles(apart: number, width = 60, height = 60): string {
  let content = "";
  for (let at = apart; at < height; at += apart) content += stroke(40, 40 + at, 40 + width, 40 + at, 0.13);
  for (let at = apart; at < width; at += apart) content += stroke(40 + at, 40, 40 + at, 40 + height, 0.13);
  return content;
}

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
    // Both directions of one pattern, in areas that hardly overlap.
    name: "insulation, of which each direction fills other parts of a winding area",
    layers,
    content:
      on(0, stripes(40, 40, 80, 6, 60, 2)) +
      on(0, stripes(100, 40, 80, 6, -60, 2)) +
      on(0, stripes(40, 46, 6, 60, -60, 2)),
  },
  {
    name: "cut concrete, whose broken lines are drawn piece by piece",
    layers,
    content: on(0, stripes(40, 40, 60, 40, 45, 1.5) + pieces(40, 40, 60, 40)),
  },
  { name: "coursing where no scale is known", layers, content: on(0, tiles(6)), notJudged: true },
  { name: "three tiles by four", layers, content: on(0, tiles(6, 24, 30)), scale: "1:50" },
  {
    name: "boards at a foreign angle",
    layers,
    content: on(0, stripes(40, 40, 60, 60, 20, 3.2)),
    scale: "1:50",
    findings: [["A-WALL-PATT", 24]],
  },
  {
    // The slopes of the roof are no axes that boards could be laid along.
    name: "boards at 20° in a gable whose roof slopes at 20°",
    layers,
    content:
      on(0, stripes(40, 40, 80, 40, 20, 6)) +
      on(1, box(40, 40, 80, 40) + stroke(40, 80, 80, 94.56, 0.5) + stroke(120, 80, 80, 94.56, 0.5)),
    standard: asCladding,
    scale: "1:50",
    findings: [["A-WALL-PATT", 11]],
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
  {
    name: "tiles at 25° in a room that stands level",
    layers,
    content: on(0, stripes(40, 40, 60, 60, 25, 6) + stripes(40, 40, 60, 60, 115, 6)) + on(1, box(40, 40, 60, 60)),
    scale: "1:50",
    findings: [["A-WALL-PATT", 26]],
  },
  {
    name: "a strip of timber too narrow for its cross strokes",
    layers,
    content: on(0, stripes(40, 40, 5, 60, 0, 1)),
  },
]);
