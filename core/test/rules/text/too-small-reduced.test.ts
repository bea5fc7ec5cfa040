import { lettering } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

describeRule("text/too-small-reduced", [
  { name: "1.8 mm, which is 0.9 mm at half size", content: wall(lettering("HALL", 20, 20, 1.8)) },
  {
    name: "1.5 mm",
    content: wall(lettering("HALL", 20, 20, 1.5)),
    findings: [["A-WALL", 1, 0.75, 0.9]],
  },
  {
    name: "an office that reduces nothing",
    content: wall(lettering("HALL", 20, 20, 1.5)),
    standard: (s) => (s.reductions = []),
  },
]);
