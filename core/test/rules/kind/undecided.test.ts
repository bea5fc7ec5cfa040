import { stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's showing chart, invented: nobody has decided beams for details. */
const layers = ["A-WALL", "S-BEAM", "A-ANNO-TTLT"];
const title = (words: string): string => on(2, lettering(words, 40, 30, 5) + lettering("SCALE 1:50", 40, 24, 2.5));
const beams = on(0, stroke(40, 60, 90, 60, 0.5)) + on(1, stroke(40, 80, 60, 80, 0.35));

describeRule("kind/undecided", [
  { name: "beams on a section", layers, content: beams + title("CROSS SECTION") },
  {
    name: "beams on a detail",
    layers,
    content: beams + title("EAVES DETAIL"),
    findings: [["S-BEAM", 1, undefined, "undecided"]],
    message: /^Whether a detail shows S-BEAM is undecided in the showing chart\.$/,
  },
  { name: "no layers", layers: [], content: stroke(40, 60, 90, 60), notJudged: true },
  { name: "no title", layers, content: beams, notJudged: true },
]);
