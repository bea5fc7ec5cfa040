import { lettering } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("text/font", [
  {
    name: "any font where the standard allows any",
    content: wall(lettering("H", 5, 5, 2.5)),
    preset: "hyphenated-discipline",
    notJudged: true,
  },
  {
    name: "Helvetica where Barlow is meant",
    content: wall(lettering("H", 5, 5, 2.5)),
    findings: [["A-WALL", 1, "Helvetica", "Barlow"]],
  },
  {
    name: "one of several fonts",
    content: wall(lettering("H", 5, 5, 2.5)),
    standard: (s) => s.textStyles.forEach((style) => style.fonts.push("Helvetica")),
  },
  {
    name: "the font of another style's height",
    content: wall(lettering("H", 5, 5, 2.5) + lettering("H", 5, 15, 5)),
    standard: (s) => s.textStyles.forEach((style) => style.heightMm === 5 && (style.fonts = ["Helvetica"])),
    findings: [["A-WALL", 1, "Helvetica", "Barlow"]],
    message: /^1 line of lettering is set in Helvetica; lettering-2\.5 is in Barlow\.$/,
  },
  {
    name: "a style that takes any font beside others that don't",
    content: wall(lettering("H", 5, 5, 2.5)),
    standard: (s) => s.textStyles.forEach((style) => style.heightMm === 2.5 && (style.fonts = [])),
  },
  {
    name: "no style's height, in the font of one of them",
    content: wall(lettering("H", 5, 5, 3)),
    standard: (s) => s.textStyles.forEach((style) => style.heightMm === 5 && (style.fonts = ["Helvetica"])),
  },
]);
