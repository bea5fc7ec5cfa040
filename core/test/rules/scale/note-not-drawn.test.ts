import { building, ROW, row, stroke } from "../../support/drawn";
import { on, lettering } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

const stops = [40, 80, 100, 130, 200];

/** A level line beside the building at a height of the sheet, with its value over it. */
const level = (y: number, text: string): string => stroke(196, y, 226, y) + lettering(text, 208, y + 1, 2.5);
/** A building at 1:100 that says 1:50, with one dimension over it and two levels beside it. */
const few = (...levels: readonly (readonly [y: number, text: string])[]): string =>
  wall +
  on(1, row({ ...ROW, stops: [40, 80, 200], scale: 100 }) + lettering("SCALE 1:50", 60, 45, 2.5)) +
  on(0, levels.map(([y, text]) => level(y, text)).join(""));

/** A building at a scale, with one dimension over it and a title that says 1:50. */
const alone = (scale: number): string =>
  wall +
  on(
    1,
    row({ ...ROW, stops: [40, 200], scale }) +
      lettering("FOUNDATION PLAN", 60, 46, 5) +
      lettering("SCALE 1:50", 60, 40, 2.5),
  );

/** A bar of four metres below the building, at a scale. */
const bar = (scale: number): string =>
  stroke(120, 44, 120 + 4000 / scale, 44, 0.35) +
  [0, 1, 2, 4]
    .map((metres) => {
      const x = 120 + (metres * 1000) / scale;
      const words = metres === 4 ? "4 m" : String(metres);
      return stroke(x, 43, x, 45, 0.35) + lettering(words, x - words.length * 0.6, 46, 2);
    })
    .join("");

describeRule("scale/note-not-drawn", [
  { name: "the stated scale", layers, content: wall + on(1, row({ ...ROW, stops }) + lettering("1:50", 60, 45, 2.5)) },
  {
    name: "a sheet at half size, said once",
    layers,
    content: wall + on(1, row({ ...ROW, stops, scale: 100 }) + lettering("SCALE 1:50", 60, 45, 2.5)),
    findings: [[undefined, 4, "1:100", "1:50"]],
    message:
      /^1:50 is stated, but 4 of 4 dimensions are drawn at 1:100, as if the sheet had been plotted at half size\.$/,
  },
  {
    name: "a sheet that was plotted to fit",
    layers,
    content: wall + on(1, row({ ...ROW, stops, scale: 53.7 }) + lettering("SCALE 1:50", 60, 45, 2.5)),
    findings: [[undefined, 4]],
    message: /to fit, at 93\.1 % of its size/,
  },
  {
    name: "a slope that stands in the drawing, beside a note that agrees",
    layers,
    content: wall + on(1, row({ ...ROW, stops }) + lettering("1:40", 100, 100, 2.5) + lettering("1:50", 60, 45, 2.5)),
  },
  {
    name: "an outlier, which does not move the scale",
    layers,
    content:
      wall + on(1, row({ ...ROW, stops, texts: ["2000", "1000", "1500", "4000"] }) + lettering("1:50", 60, 45, 2.5)),
  },
  {
    name: "two dimensions and a rise between levels, which agree on another scale",
    layers,
    content: few([60, "±0.00"], [140, "+8.00"]),
    findings: [[undefined, 2, "1:100", "1:50"]],
    message: /^1:50 is stated, but 2 of 2 dimensions and 1 rise between levels are drawn at 1:100, as if/,
  },
  {
    name: "two dimensions, and levels that agree with neither scale",
    layers,
    content: few([60, "±0.00"], [140, "+6.00"]),
  },
  { name: "two dimensions, and the levels of a plan", layers, content: few([60, "+8.00"], [140, "±0.00"]) },
  { name: "two dimensions alone", layers, content: few() },
  {
    name: "two dimensions and a scale bar, which agree on another scale",
    layers,
    content: few() + on(1, bar(100)),
    findings: [[undefined, 2, "1:100", "1:50"]],
    message: /^1:50 is stated, but 2 of 2 dimensions and the scale bar are drawn at 1:100, as if/,
  },
  {
    // The levels of a plan read what they like; the bar goes with the dimensions.
    name: "two dimensions, a scale bar that agrees with them, and levels that don't",
    layers,
    content: few([60, "±0.00"], [140, "+6.00"]) + on(1, bar(100)),
    findings: [[undefined, 2, "1:100", "1:50"]],
  },
  {
    name: "one dimension, at another listed scale than that under the title",
    layers,
    content: alone(100),
    findings: [[undefined, 1, "1:100", "1:50"]],
    message: /^1:50 is stated, but its only dimension is drawn at 1:100, as if/,
  },
  { name: "one dimension at no scale that is listed", layers, content: alone(87) },
  { name: "one dimension at the scale under the title", layers, content: alone(50) },
  { name: "two dimensions, and a bar that goes with the note", layers, content: few() + on(1, bar(50)) },
]);
