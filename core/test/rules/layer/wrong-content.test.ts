import { building, ROW, row } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

const layers = ["A-WALL", "A-ANNO-DIMS", "A-ANNO-TEXT"];
const wall = on(0, building());

describeRule("layer/wrong-content", [
  {
    name: "everything on its layer",
    layers,
    content: wall + on(1, row(ROW)) + on(2, lettering("HALL", 100, 100, 2.5)),
  },
  {
    name: "lettering on a wall layer",
    layers,
    content: wall + on(0, lettering("HALL", 100, 100, 2.5)),
    findings: [["A-WALL", 1, "lettering", "A-ANNO-TEXT"]],
    mended: { stringsOn: ["A-ANNO-TEXT"] },
    message: /^1 line of lettering stands on A-WALL, which holds no lettering; A-ANNO-TEXT does\.$/,
  },
  {
    name: "dimensions on the layer of lettering",
    layers,
    content: wall + on(2, row(ROW)),
    findings: [["A-ANNO-TEXT", 3, "dimensions", "A-ANNO-DIMS"]],
    mended: { stringsOn: ["A-ANNO-DIMS", "A-ANNO-DIMS", "A-ANNO-DIMS"] },
  },
]);
