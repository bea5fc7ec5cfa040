import { building, ROW, row, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** A bar of blocks with figures at their ends. Blocks of 1', 1', 2' and 4' (handbook, figures: common practice, no source). */
function bar(footMm: number, x = 40, y = 30): string {
  const marks = [0, 1, 2, 4, 8];
  const at = (foot: number): number => x + foot * footMm;
  const WIDTH = (2.5 / 0.718) * 0.556;
  return (
    stroke(x, y, at(8), y) +
    stroke(x, y + 1.5, at(8), y + 1.5) +
    marks.map((foot) => stroke(at(foot), y, at(foot), y + 1.5)).join("") +
    // The inch mark of Helvetica is 0.191 of the size wide (Adobe's metrics).
    marks
      .map((foot, i) =>
        lettering(
          i === 4 ? "8'" : String(foot),
          at(foot) - (i === 4 ? WIDTH + (2.5 / 0.718) * 0.191 : WIDTH) / 2,
          y - 4,
          2.5,
        ),
      )
      .join("")
  );
}
const note = lettering('1/4" = 1\'-0"', 40, 15, 2.5);

describeRule("scale/bar-not-true", [
  { name: "a true bar at a quarter inch to the foot", layers: ["A-ANNO-SYMB"], content: on(0, bar(6.35) + note) },
  {
    name: "a bar of another scale",
    layers: ["A-ANNO-SYMB"],
    content: on(0, bar(12.7) + note),
    findings: [[undefined, 5, 101.6, 50.8]],
    message: /^The scale bar for 8 ft is 101\.6 mm long; at 1:48 it has to be 50\.8 mm\./,
  },
  {
    name: "a bar with no scale to hold it against",
    layers: ["A-ANNO-SYMB"],
    content: on(0, bar(6.35)),
    notJudged: true,
  },
  {
    name: "a true bar and a dimension that agree against the note",
    layers: ["A-ANNO-SYMB", "A-WALL", "A-ANNO-DIMS"],
    content:
      on(0, bar(12.7, 40, 20) + lettering('1/4" = 1\'-0"', 40, 8, 2.5)) +
      on(1, building()) +
      on(2, row({ ...ROW, stops: [40, 40 + 76.2], texts: ["6'-0\""] })),
  },
]);
