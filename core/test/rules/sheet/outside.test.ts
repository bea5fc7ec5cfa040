import { a3Frame } from "../../support/a3-frame";
import { box, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** One line as some programs write it: in pieces of 2 mm and a bit. */
const inPieces = (x1: number, y1: number, x2: number, y2: number): string => {
  const count = Math.ceil(Math.hypot(x2 - x1, y2 - y1) / 2.4);
  const at = (k: number): [number, number] => [x1 + ((x2 - x1) * k) / count, y1 + ((y2 - y1) * k) / count];
  return Array.from({ length: count }, (_, k) => stroke(...at(k), ...at(k + 1), 0.7)).join("");
};
const layers = ["A-ANNO-TTLB", "A-WALL"];
const zoneNames = lettering("1", 40, 5.7, 3.5) + lettering("A", 16.3, 30, 3.5);

describeRule("sheet/outside", [
  {
    name: "a drawing within the border",
    layers,
    content: on(0, a3Frame() + zoneNames) + on(1, stroke(40, 60, 200, 60, 0.5)),
  },
  {
    name: "a wall that runs over the border",
    layers,
    content: on(0, a3Frame()) + on(1, stroke(40, 60, 200, 60, 0.5) + stroke(360, 200, 414, 200, 0.5)),
    findings: [["A-WALL", 1]],
    message: /^1 mark reaches over the border of the sheet, or stands beyond it\.$/,
  },
  {
    name: "short lines in the band of the zones, where no zone ends",
    layers,
    content: on(0, a3Frame() + zoneNames) + on(1, stroke(16, 120, 16, 126, 0.18) + stroke(16, 120, 20, 120, 0.18)),
    findings: [["A-WALL", 2]],
  },
  {
    name: "numerals of several zones in one string",
    layers,
    content: on(0, a3Frame() + lettering("1  2", 40, 5.7, 3.5)),
  },
  {
    name: "lettering in the binding edge",
    layers,
    content: on(0, a3Frame()) + on(1, lettering("REVISED", 2, 200, 2.5)),
    findings: [["A-WALL", 1]],
  },
  {
    name: "marks that are clipped at the border",
    layers,
    content: on(0, a3Frame()) + on(1, `q 20 10 390 277 re W n ${stroke(360, 200, 418, 200, 0.5)}Q\n`),
  },
  {
    name: "the border of another office, with marks for trimming",
    layers,
    content: on(0, box(10, 10, 400, 277, 0.5) + stroke(0, 5, 4, 5, 0.1) + stroke(5, 0, 5, 4, 0.1)),
  },
  {
    name: "thousands of marks beyond the border, on two layers",
    layers,
    content:
      on(0, a3Frame() + stroke(360, 210, 414, 210, 0.5)) +
      on(1, Array.from({ length: 6000 }, (_, i) => stroke(360, 150 + i / 100, 414, 150 + i / 100, 0.1)).join("")),
    findings: [
      ["A-ANNO-TTLB", 1],
      ["A-WALL", 6000],
    ],
  },
  { name: "a drawing without a border", layers, content: on(1, stroke(0, 60, 420, 60, 0.5)) },
  {
    name: "a frame that is drawn in short pieces",
    layers,
    content: on(
      0,
      inPieces(20, 10, 410, 10) +
        inPieces(410, 10, 410, 287) +
        inPieces(410, 287, 20, 287) +
        inPieces(20, 287, 20, 10) +
        inPieces(15, 5, 415, 5) +
        inPieces(415, 5, 415, 292),
    ),
  },
]);
