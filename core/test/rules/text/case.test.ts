import { lettering } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

const capitals = (s: { textStyles: { letterCase?: "as-written" | "capitals" }[] }): void =>
  s.textStyles.forEach((style) => (style.letterCase = "capitals"));

describeRule("text/case", [
  { name: "as written", content: wall(lettering("Waiting hall", 20, 20, 2.5)) },
  { name: "capitals", content: wall(lettering("WAITING HALL 12 mm", 20, 20, 2.5)), standard: capitals },
  {
    name: "small letters where capitals are meant",
    content: wall(lettering("Waiting hall", 20, 20, 2.5)),
    standard: capitals,
    findings: [["A-WALL", 1, undefined, "capitals"]],
    mended: { strings: ["WAITING HALL"] },
  },
  {
    name: "units stay as they are",
    content: wall(lettering("Sill 900 mm over floor", 20, 20, 2.5)),
    standard: capitals,
    findings: [["A-WALL", 1, undefined, "capitals"]],
    mended: { strings: ["SILL 900 mm OVER FLOOR"] },
  },
]);
