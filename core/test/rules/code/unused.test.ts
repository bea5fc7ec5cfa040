import { lettering } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";
import { framed, legend } from "../../support/codes";

const layers = ["A-ANNO-TEXT"];

describeRule("code/unused", [
  {
    name: "codes that are all used",
    layers,
    content: framed("QT", 60, 100) + framed("PL", 90, 100) + legend(["QT", "Quarry tile"], ["PL", "Plaster"]),
  },
  {
    name: "one that is not",
    layers,
    content: framed("QT", 60, 100) + legend(["QT", "Quarry tile"], ["ZN", "Zinc sheet"]),
    findings: [[undefined, 2, "ZN"]],
    message: /^“ZN” \(Zinc sheet\) is explained, but nothing in this file uses it\.$/,
  },
  {
    name: "an abbreviation that a note uses",
    layers,
    content:
      framed("QT", 60, 100) +
      lettering("All joints 10 mm UNO.", 60, 80, 2.5) +
      legend(["QT", "Quarry tile"], ["UNO", "Unless noted otherwise"]),
  },
  {
    name: "a unit that a number uses",
    layers,
    content: framed("B36", 60, 100) + legend(["B", "Base unit"], ["QT", "Quarry tile"]) + framed("QT", 90, 100),
  },
  {
    name: "a list without a heading, in one line each",
    layers,
    content:
      framed("QT", 60, 100) +
      lettering("QT - Quarry tile", 250, 120, 2.5) +
      lettering("PL - Plaster", 250, 114, 2.5) +
      lettering("ZN - Zinc sheet", 250, 108, 2.5) +
      framed("PL", 90, 100),
    findings: [[undefined, 1, "ZN"]],
  },
  {
    name: "a sheet with nothing but a legend",
    layers,
    content: legend(["QT", "Quarry tile"], ["ZN", "Zinc sheet"]),
    notJudged: true,
  },
  { name: "no legend", layers, content: framed("QT", 60, 100) },
  {
    name: "a schedule with codes in one of its columns, which explains none",
    layers,
    content: ["with closer", "glazed", "by others", "with closer"]
      .map(
        (words, i) =>
          lettering(`D10${i}`, 40, 100 - i * 8, 2.5) +
          lettering("900", 62, 100 - i * 8, 2.5) +
          lettering(i % 2 ? "PL" : "TB", 80, 100 - i * 8, 2.5) +
          lettering(words, 100, 100 - i * 8, 2.5),
      )
      .join(""),
  },
]);
