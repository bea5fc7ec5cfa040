import { stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's showing chart, invented: ceiling plans show walls and columns faint, lights in full. */
const layers = ["A-WALL", "A-COLS", "A-ANNO-TTLT"];
const title = on(2, lettering("CEILING PLAN", 40, 30, 5) + lettering("SCALE 1:50", 40, 24, 2.5));
const grey = (content: string): string => `0.6 G ${content} 0 G `;
const walls = stroke(40, 60, 90, 60, 0.25) + stroke(40, 64, 90, 64, 0.25);
const column = stroke(60, 80, 66, 80, 0.35);

describeRule("kind/not-faint", [
  { name: "walls and columns in grey", layers, content: on(0, grey(walls)) + on(1, grey(column)) + title },
  {
    name: "columns in black beside grey walls",
    layers,
    content: on(0, grey(walls)) + on(1, column) + title,
    findings: [["A-COLS", 1, undefined, "faint"]],
    message: /^1 line of A-COLS plots at full strength; a ceiling plan shows that layer faint\.$/,
  },
  {
    name: "a file that leaves it to the plotter",
    layers,
    content: on(0, walls) + on(1, column) + title,
  },
]);

describeRule("line/shade-not-pen", [
  { name: "what the kind shows faint, in grey", layers, content: on(0, grey(walls)) + title },
  {
    name: "a title in grey",
    layers,
    content: on(0, grey(walls)) + on(2, grey(stroke(40, 22, 60, 22, 0.35))) + title,
    findings: [["A-ANNO-TTLT", 1, "40 %", "100 %"]],
    mended: { colours: [0x999999, 0x999999, 0] },
  },
]);
