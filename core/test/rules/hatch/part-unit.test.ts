import { stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** Tiles of 6 mm on paper in a floor of 60 × 60 mm, the first joint so far from the lower-left corner. */
const tiles = (first: number): string =>
  Array.from({ length: 10 }, (_, i) => first + i * 6)
    .filter((at) => at < 60)
    .map((at) => stroke(40, 40 + at, 100, 40 + at, 0.13) + stroke(40 + at, 40, 40 + at, 100, 0.13))
    .join("");

describeRule("hatch/part-unit", [
  { name: "whole tiles", layers: ["A-FLOR-PATT"], content: on(0, tiles(6)), scale: "1:50" },
  {
    name: "slivers of 50 mm",
    layers: ["A-FLOR-PATT"],
    content: on(0, tiles(1)),
    scale: "1:50",
    findings: [["A-FLOR-PATT", 1, 50, 300]],
    message: /^Floor tile starts with 50 mm at the (left|bottom), where a whole unit is 300 mm\.$/,
  },
]);
