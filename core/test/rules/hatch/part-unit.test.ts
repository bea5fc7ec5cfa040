import { stroke } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** Tiles of 6 mm on paper in a floor of 60 × 60 mm, the first joint so far from the lower-left corner. */
const tiles = (first: number): string =>
  Array.from({ length: 10 }, (_, i) => first + i * 6)
    .filter((at) => at < 60)
    .map((at) => stroke(40, 40 + at, 100, 40 + at, 0.13) + stroke(40 + at, 40, 40 + at, 100, 0.13))
    .join("");

const turned = (content: string): string => {
  const [cos, sin] = [Math.cos(0.3), Math.sin(0.3)];
  return `q ${cos} ${sin} ${-sin} ${cos} 60 -20 cm ${content} Q\n`;
};

/** Block coursing in half bond, eight courses: beds along, joints course by course. */
function blocks(shift: number): string {
  const unit = 203.2 / 50;
  const [courses, across] = [8, 14];
  let content = stroke(40, 40, 40, 40 + courses * unit, 0.5);
  for (let course = 0; course < courses; course++) {
    const y = 40 + course * unit;
    if (course > 0) content += stroke(40, y, 40 + across * unit, y, 0.13);
    for (let at = course % 2 === 0 ? 2 : 1; at < across; at += 2)
      content += stroke(40 + at * unit - shift, y, 40 + at * unit - shift, y + unit, 0.13);
  }
  return content;
}

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
  {
    name: "whole tiles in a turned building",
    layers: ["A-FLOR-PATT"],
    content: on(0, turned(tiles(6))),
    scale: "1:50",
  },
  {
    name: "slivers in a turned building",
    layers: ["A-FLOR-PATT"],
    content: on(0, turned(tiles(1))),
    scale: "1:50",
    findings: [["A-FLOR-PATT", 1, 50, 300]],
  },
  { name: "whole blocks, course on course", layers: ["A-FLOR-PATT"], content: on(0, blocks(0)), scale: "1:50" },
  {
    // A unit of 203.2 mm is 4.064 mm on paper at 1:50; all joints stand 0.8 mm to the left of where they should.
    name: "blocks that start with a sliver",
    layers: ["A-FLOR-PATT"],
    content: on(0, blocks(0.8)),
    scale: "1:50",
    findings: [["A-FLOR-PATT", 1, 163.2, 203.2]],
  },
]);
