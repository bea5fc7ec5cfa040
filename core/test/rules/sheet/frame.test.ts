import { a3Frame } from "../../support/a3-frame";
import { box, stroke } from "../../support/drawn";
import { lettering } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

const layers = ["A-ANNO-TTLB"];

/** Letters up the sides and numerals along them, in the band of the zones. */
function zones(...sides: readonly ("below" | "above" | "left" | "right")[]): string {
  const along = (y: number): string =>
    [85, 135, 185, 235, 285, 335].map((x, i) => lettering(String(i + 2), x, y, 2.5)).join("");
  const up = (x: number): string => [73, 123, 173, 223].map((y, i) => lettering("EDCB"[i]!, x, y, 2.5)).join("");
  const all = { below: along(6.2), above: along(288.2), left: up(16.5), right: up(411.5) };
  return sides.map((side) => all[side]).join("");
}

describeRule("sheet/frame", [
  { name: "the office's frame", layers, content: a3Frame() },
  {
    name: "no border above",
    layers,
    content: a3Frame({ without: "border" }),
    findings: [[undefined, 1, "missing", "A3 landscape"]],
    message: /^The upper border of the frame is missing\.$/,
  },
  {
    name: "zone marks on three sides",
    layers,
    content: a3Frame({ without: "zones above" }),
    findings: [[undefined, 1, "18 of 24", "A3 landscape"]],
    message: /^6 zone marks of 24 are missing or elsewhere\.$/,
  },
  { name: "zones that are named on all sides", layers, content: a3Frame() + zones("below", "above", "left", "right") },
  {
    name: "zones that are named on three sides",
    layers,
    content: a3Frame() + zones("below", "left", "right"),
    findings: [[undefined, 1, "missing", "A3 landscape"]],
    message: /^The letters or numerals of the zones are missing along the upper border\.$/,
  },
  { name: "zones that are named on two sides alone", layers, content: a3Frame() + zones("above", "left") },
  {
    name: "no centring marks",
    layers,
    content: a3Frame({ without: "centring" }),
    findings: [[undefined, 1, "0 of 4", "A3 landscape"]],
  },
  {
    name: "a border that is 3 mm off on the left, with zone marks that go with it",
    layers,
    content: a3Frame({ left: 17 }),
    findings: [
      [undefined, 1, "3 mm", "A3 landscape"],
      [undefined, 1, "20 of 24", "A3 landscape"],
    ],
  },
  {
    name: "another office's frame",
    layers,
    content: box(8, 8, 404, 281, 0.5),
    notJudged: true,
  },
  {
    name: "a fixed item that was left out",
    layers,
    standard: (standard) => {
      const frame = standard.frames.find(({ id }) => id === "A3")!;
      frame.items = [{ id: "n", kind: "notes", title: "Notes", xMm: 10, yMm: 200, widthMm: 80, heightMm: 60 } as never];
    },
    content: a3Frame(),
    findings: [[undefined, 1, "missing", "A3 landscape"]],
    message: /^“Notes” is missing from the frame, or elsewhere\.$/,
  },
  { name: "a drawing without a frame", layers, content: stroke(50, 50, 200, 50), notJudged: true },
  {
    name: "paper that no frame is for",
    layers,
    size: [500, 400],
    content: box(20, 10, 470, 380, 0.7),
    notJudged: true,
  },
]);
