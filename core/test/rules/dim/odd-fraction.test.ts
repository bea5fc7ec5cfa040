import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("dim/odd-fraction", [
  { name: "whole modules of 50", layers, content: wall + on(1, row(ROW)) },
  {
    name: "2003",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["2003", "2500", "3500"] })),
    findings: [["A-ANNO-DIMS", 1, undefined, "50"]],
    message: /^“2003” is off the planning module of 50\.$/,
  },
  {
    name: "an office without a module",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["2003", "2500", "3500"] })),
    standard: (s) => s.unitStyles.forEach((style) => delete style.module),
    notJudged: true,
  },
]);
