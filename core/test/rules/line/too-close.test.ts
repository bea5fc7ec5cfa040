import { on } from "../../support/raw-pdf";
import { describeRule, line, wall } from "../../support/rule-tester";

const at = (...ys: number[]): string => ys.map((y) => line(0.5, "[] 0", y)).join("");
const wholeSize = { standard: (s: { reductions: unknown[] }) => void (s.reductions = []) };

/** By the demo office's standard, which prints at half size; ISO 128-2 asks for 0.7 mm between lines (from memory). */
describeRule("line/too-close", [
  { name: "lines 3 mm apart", content: wall(at(20, 23)) },
  {
    name: "half a millimetre between edges, at half size: a quarter",
    content: wall(at(20, 21)),
  },
  {
    name: "less than half a millimetre between edges, at half size",
    content: wall(at(20, 20.9)),
    findings: [["A-WALL", 2, 0.2, 0.25]],
    message:
      /^2 lines run too close to another: 0\.2 mm is left between them printed at 50 %, where 0\.25 mm is the least\.$/,
  },
  { name: "the same in an office that prints whole", content: wall(at(20, 20.9)), ...wholeSize },
  {
    name: "edges that overlap",
    content: wall(at(20, 20.3)),
    ...wholeSize,
    findings: [["A-WALL", 2, -0.2]],
    message: /nothing is left/,
  },
  {
    name: "the least that this office asks for",
    content: wall(at(20, 23)),
    standard: (s) => void (s.rules["line/too-close"] = { parameters: { leastClearMm: 2 } }),
    findings: [["A-WALL", 2, 1.25, 2]],
  },
  { name: "one line upon another is drawn twice", content: wall(at(20, 20)) },
  { name: "lines that follow each other", content: wall("0.5 w 10 20 m 60 20 l S 60 20.4 m 90 20.4 l S") },
  { name: "lines that cross", content: wall("0.5 w 10 20 m 60 20 l S 10 20.4 m 60 24 l S") },
  {
    name: "across layers, told on the first",
    content: wall(at(20)) + on(1, line(0.25, "[] 0", 20.6)),
    layers: ["A-WALL", "A-GLAZ"],
    findings: [["A-WALL", 2, 0.11]],
  },
  {
    name: "on the slant, and the other way round",
    content: wall("0.5 w 10 20 m 50 60 l S 50.5 59.5 m 10.5 19.5 l S"),
    findings: [["A-WALL", 2, 0.1]],
  },
  {
    name: "the long sides of a thin rectangle",
    content: wall("0.5 w 10 20 50 0.9 re S"),
    findings: [["A-WALL", 1, 0.2]],
  },
  { name: "a hatch is no pair of lines", content: wall(at(...Array.from({ length: 30 }, (_, i) => 20 + i * 0.8))) },
  { name: "a grid line in a pane", content: wall(at(20) + line(0.18, "[4 1] 0", 20.5)) },
  { name: "hidden lines", content: wall(at(20, 20.9)), off: [0] },
  {
    name: "a line of tiles beside a wall, on the layer for hatches",
    content: wall(at(20)) + on(1, line(0.13, "[] 0", 20.6)),
    layers: ["A-WALL", "A-WALL-PATT"],
  },
]);
