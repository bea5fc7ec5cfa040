import { lettering } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("text/height", [
  {
    name: "lettering of ISO 3098-1",
    content: wall([1.8, 2.5, 3.5, 5, 7].map((h) => lettering("H", 5, 5, h)).join("")),
  },
  {
    name: "3 mm",
    content: wall(lettering("HALL", 5, 5, 3)),
    findings: [["A-WALL", 1, 3, 3.5]],
    mended: { heights: [3.5] },
  },
  {
    name: "made for another scale",
    content: wall(lettering("HALL", 5, 5, 1.25)),
    scale: "1:100",
    findings: [["A-WALL", 1, 1.25]],
    mended: { heights: [1.8] },
    message: /2\.5 mm at 1:50/,
  },
  { name: "blanks have no height", content: wall(lettering("  ", 5, 5, 3)) },
]);
