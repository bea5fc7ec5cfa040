import { stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's showing chart, invented: ceiling plans leave furniture out, floor plans draw it. */
const layers = ["A-WALL", "A-FURN", "A-ANNO-TTLT", "A-ANNO-NPLT"];
const title = (words: string): string => on(2, lettering(words, 40, 30, 5) + lettering("SCALE 1:50", 40, 24, 2.5));
const furniture = on(0, stroke(40, 60, 90, 60, 0.5)) + on(1, stroke(40, 80, 60, 80) + stroke(40, 90, 60, 90));

describeRule("kind/left-out-showing", [
  { name: "furniture on a floor plan", layers, content: furniture + title("GROUND FLOOR PLAN") },
  {
    name: "furniture on a ceiling plan",
    layers,
    content: furniture + title("CEILING PLAN"),
    findings: [["A-FURN", 2, undefined, "left out"]],
    message: /^2 marks of A-FURN show; a ceiling plan leaves that layer out\.$/,
    mended: { printed: [true, false, true, true] },
  },
  {
    name: "a helper layer, which is told by itself",
    layers,
    content: on(3, stroke(40, 60, 90, 60)) + title("CEILING PLAN"),
  },
  { name: "furniture that is switched off", layers, off: [1], content: furniture + title("CEILING PLAN") },
  {
    name: "two kinds on one sheet",
    layers,
    content:
      furniture + title("CEILING PLAN") + on(2, lettering("SECTION", 240, 30, 5) + lettering("1:50", 240, 24, 2.5)),
    notJudged: true,
  },
  { name: "no title", layers, content: furniture, notJudged: true },
]);
