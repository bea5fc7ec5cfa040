import { box, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's register, invented: hatches lie below grid lines, those below lines, and all below lettering. */
const layers = ["A-FLOR-PATT", "A-WALL", "A-ANNO-TEXT"];
const shade = (x: number, y: number, width: number, height: number, grey = 0.8): string =>
  `${grey} g ${x} ${y} ${width} ${height} re f 0 g\n`;
const name = on(2, lettering("WAITING HALL", 50, 60, 3.5));
const walls = on(1, box(40, 40, 80, 60));

/** An area like a saw, with twenty thousand teeth along its upper edge and one down to its lower-left corner. */
const saw = `0.8 g 40 40 m ${Array.from({ length: 20_000 }, (_, i) => `${(40.1 + i * 0.004).toFixed(3)} ${i % 2 === 0 ? 98 : 99} l`).join(" ")} 120.2 100 l 40 100 l f 0 g\n`;
const under = Array.from({ length: 40 }, (_, i) => stroke(42, 50 + i, 118, 50 + i)).join("");

describeRule("layer/order", [
  { name: "a shade, walls and a name in their order", layers, content: on(0, shade(40, 40, 80, 60)) + walls + name },
  {
    name: "a shade over the name of a room",
    layers,
    content: walls + name + on(0, shade(40, 40, 80, 60)),
    findings: [["A-ANNO-TEXT", 1, "A-FLOR-PATT"]],
    message:
      /^1 line of lettering of A-ANNO-TEXT is hidden by what was painted later on A-FLOR-PATT, which should lie below\.$/,
  },
  {
    name: "an area whose last side was not drawn",
    layers,
    content: name + on(0, "0.8 g 40 40 m 120 40 l 120 100 l 40 100 l f 0 g\n"),
    findings: [["A-ANNO-TEXT", 1, "A-FLOR-PATT"]],
  },
  {
    name: "a shade over lines",
    layers,
    content: on(1, stroke(60, 30, 60, 80) + stroke(20, 30, 20, 80)) + on(0, shade(40, 40, 80, 60)),
    findings: [["A-WALL", 1, "A-FLOR-PATT"]],
  },
  {
    // A line under the pen's own width is hidden to its middle, and is seen.
    name: "walls around a shade that is painted after them",
    layers,
    content: walls + on(0, shade(40, 40, 80, 60)),
  },
  { name: "a white ground", layers, content: name + on(0, shade(40, 40, 80, 60, 1)) },
  {
    name: "a shade with a hole for the name",
    layers,
    content: name + on(0, `0.8 g 40 40 80 60 re 45 55 60 15 re f* 0 g\n`),
  },
  {
    name: "an area that lies above by the standard",
    layers,
    content: on(0, stroke(60, 30, 60, 80)) + on(1, shade(40, 40, 80, 60)),
  },
  {
    name: "a standard that does not say what lies above what",
    layers,
    content: walls + name + on(0, shade(40, 40, 80, 60)),
    standard: ({ layers: all }) => all.forEach((layer) => delete layer.order),
  },
  {
    name: "an area of too many corners over too many lines",
    layers,
    content: on(1, under) + on(0, saw),
    notJudged: true,
  },
]);
