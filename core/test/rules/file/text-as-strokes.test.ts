import { inOutlines, inStrokes } from "../../support/drawn-letters";
import { box, stripes, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** A chair: a seat and its back. */
const chair = (x: number, y: number): string => box(x, y, 4, 4, 0.18) + stroke(x, y + 4.8, x + 4, y + 4.8);
const row = (count: number, draw: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => draw(i)).join("");

describeRule("file/text-as-strokes", [
  { name: "written lettering", content: on(0, lettering("THE HALLS", 40, 40, 3.5)) },
  {
    name: "lettering in strokes, level and upright",
    content: on(0, inStrokes("THE HALLS", 40, 40, 3.5) + inStrokes("LEAST", 150, 60, 3.5, true)),
    findings: [["A-WALL", 23, 3.5]],
    message:
      /^2 lines of lettering are drawn as lines, about 3\.5 mm high\. Words and figures in them can't be read\.$/,
  },
  {
    name: "lettering in outlines, of two heights",
    content: on(0, inOutlines("Waiting hall", 40, 40, 5) + inOutlines("Floor 2714", 40, 60, 2.5)),
    findings: [["A-WALL", 23]],
    message: /^2 lines of lettering are drawn as outlines, about 2\.5 mm to 5(?:\.1)? mm high/,
  },
  {
    name: "a row of chairs",
    content: on(
      0,
      row(8, (i) => chair(40 + i * 6, 40)),
    ),
  },
  {
    name: "a stair",
    content: on(
      0,
      row(14, (i) => stroke(40 + i * 2.6, 40, 40 + i * 2.6, 50)),
    ),
  },
  {
    name: "a row of windows with panes, of several widths",
    content: on(
      0,
      [5, 6, 8, 5, 7]
        .map((width, i) => box(40 + i * 11, 40, width, 10, 0.35) + box(41 + i * 11, 41, width - 2, 8, 0.18))
        .join(""),
    ),
  },
  {
    name: "short extension lines with arrows between them",
    content: on(
      0,
      [0, 12, 25, 41, 52]
        .map((x, i) => {
          const turns = i % 2 === 0 ? [1] : [1, -1];
          const arrows = turns.map(
            (way) =>
              stroke(40 + x, 44, 40 + x + way * (2 + i / 2), 44.4) +
              stroke(40 + x + way * (2 + i / 2), 44.4, 40 + x + way * (2 + i / 2), 43.6),
          );
          return stroke(40 + x, 40, 40 + x, 50) + arrows.join("");
        })
        .join(""),
    ),
  },
  {
    name: "marks of doors, each with its number in it",
    content: on(
      0,
      [0, 11, 21, 33, 44]
        .map((x, i) => {
          const [left, tall] = [40 + x, 8 + (i % 3) * 0.2];
          const corners = [left, 40, left + 4, 40 + tall, left + 6 + (i % 3), 40, left, 40];
          const sides = [0, 2, 4].map((k) => stroke(corners[k]!, corners[k + 1]!, corners[k + 2]!, corners[k + 3]!));
          return sides.join("") + lettering("7", left + 3, 42, 2);
        })
        .join(""),
    ),
  },
  { name: "a hatch", content: on(0, box(40, 40, 30, 4) + stripes(40, 40, 30, 4, 45, 1.2)) },
  { name: "three letters", content: on(0, inStrokes("THE", 40, 40, 3.5)) },
  {
    name: "a row of unlike things that stand on no one line",
    content: on(
      0,
      row(8, (i) => box(40 + i * 7, 40 + (i % 3) * 2, 2 + (i % 4), 3 + (i % 3), 0.18)),
    ),
  },
]);
