import { a3Frame } from "../../support/a3-frame";
import { box, stroke } from "../../support/drawn";
import { describeRule } from "../../support/rule-tester";

const layers = ["A-ANNO-TTLB"];

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
