import { describeRule, wall } from "../../support/rule-tester";

const set = (percent: number): string => `BT /F1 3.48 Tf ${percent} Tz 20 20 Td (HALL) Tj ET\n`;

describeRule("text/stretched", [
  { name: "as the font has it", content: wall(set(100)) },
  { name: "within 70 and 130 %", content: wall(set(75)) },
  { name: "squeezed to half", content: wall(set(50)), findings: [["A-WALL", 1, 50]] },
  {
    name: "widened by the matrix",
    content: wall("BT /F1 1 Tf 6 0 0 3 20 20 Tm (HALL) Tj ET\n"),
    findings: [["A-WALL", 1, 200]],
    message: /^1 line of lettering has letters at 200 % of their width; 70 to 130 % is allowed\.$/,
  },
]);
