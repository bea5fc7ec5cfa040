import { stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { arc } from "../../support/round";
import { describeRule } from "../../support/rule-tester";

const layers = ["A-ANNO-TTLT"];
const title = (words: string, x: number, y: number): string =>
  on(0, lettering(words, x, y, 5) + lettering("1:50", x, y - 5, 2.5));
/** Upright grid lines with bubbles, and a wall between them. */
const plan = (xs: readonly number[], low: number, high: number): string =>
  xs
    .map(
      (x, i) => stroke(x, low, x, high) + arc(x, high + 5, 5, 0, 360) + lettering("ABC"[i]!, x - 0.9, high + 3.75, 2.5),
    )
    .join("") + stroke(xs[0]!, low + 5, xs.at(-1)!, low + 5, 0.5);

describeRule("sheet/titles-astray", [
  {
    name: "titles on one line",
    layers,
    content: title("PLAN", 40, 30) + title("SECTION", 160, 30) + title("DETAIL", 280, 30),
  },
  {
    name: "one 3 mm lower",
    layers,
    content: title("PLAN", 40, 30) + title("SECTION", 160, 27) + title("DETAIL", 280, 30),
    findings: [["A-ANNO-TTLT", 1, 3, 0]],
    message: /^“SECTION” stands 3 mm below the titles beside it\.$/,
  },
  { name: "titles of two rows", layers, content: title("PLAN", 40, 30) + title("SECTION", 160, 150) },
  {
    name: "plans above each other, in line",
    layers,
    scale: "1:50",
    content: plan([60, 120, 200], 40, 100) + plan([60, 120, 200], 160, 220),
  },
  {
    name: "plans above each other, 4 mm out of line",
    layers,
    scale: "1:50",
    content: plan([60, 120, 200], 40, 100) + plan([64, 124, 204], 160, 220),
    findings: [[undefined, 1, 4, 0]],
    message: /^Two drawings above each other are out of line: their grid lines differ by 4 mm\.$/,
  },
  {
    name: "plans of two buildings",
    layers,
    scale: "1:50",
    content: plan([60, 120, 200], 40, 100) + plan([64, 130, 190], 160, 220),
  },
]);
