import { describeRule } from "../../support/rule-tester";
import { lettering, on } from "../../support/raw-pdf";
import { row, stroke } from "../../support/drawn";

const layers = ["A-WALL"];
/** A level line from 40 to 110, and its value over it. */
const tag = (y: number, text: string): string => stroke(40, y, 110, y) + lettering(text, 90, y + 1, 2.5);
/** What the levels are of. */
const building = stroke(45, 10, 45, 150, 0.5);
const metric = (...values: readonly (readonly [at: number, text: string])[]): string =>
  building + values.map(([at, text]) => tag(60 + (at * 1000) / 50, text)).join("");
const feet = (...values: readonly (readonly [inches: number, text: string])[]): string =>
  building + values.map(([inches, text]) => tag(60 + (inches * 25.4) / 48, text)).join("");

/** An upright row of dimensions: what `row` draws, turned. */
const upright = (x: number, stops: readonly number[], texts: readonly string[]): string =>
  `q 0 1 -1 0 ${x} 0 cm ${row({ y: 0, object: -20, stops, texts })} Q\n`;

/** A triangle on its tip at a height, with its value over it. */
const triangle = (y: number, text: string): string =>
  stroke(92, y, 90, y + 3) + stroke(90, y + 3, 94, y + 3) + stroke(94, y + 3, 92, y) + lettering(text, 88, y + 4, 2.5);

describeRule("build/level", [
  { name: "levels that agree", layers, scale: "1:50", content: metric([0, "+0.00"], [2.7, "+2.70"], [3, "+3.00"]) },
  {
    name: "one that does not",
    layers,
    scale: "1:50",
    content: metric([0, "+0.00"], [2.7, "+2.70"], [3, "+3.00"], [3.4, "+3.60"]),
    findings: [[undefined, 1, "+3.60", "+3.400"]],
    message: /^“\+3\.60” stands where \+3\.400 would be: 200 mm off, by 3 other levels of this drawing\.$/,
  },
  // −7.83 ft is −7'-10"; 7.83 − 7.33 = 0.50 ft: common practice, no source (handbook 2).
  {
    name: "decimal feet and feet and inches",
    layers,
    scale: `1/4" = 1'-0"`,
    content: feet([0, "+0.00'"], [-94, "-7.83'"], [-88, "-7.33'"], [12 * 4.58, "+4'-7\""]),
  },
  {
    name: "a footing that was not lowered",
    layers,
    scale: `1/4" = 1'-0"`,
    content: feet([0, "+0.00'"], [-94, "-7.33'"], [54.96, "+4.58'"], [96, "+8.00'"]),
    findings: [[undefined, 1, "-7.33'", "−7.83'"]],
  },
  {
    name: "two levels, of which nobody can say which is wrong",
    layers,
    scale: "1:50",
    content: metric([0, "+0.00"], [2.7, "+2.50"]),
  },
  {
    name: "nought and another, with a dimension between them that says which is wrong",
    layers: ["A-WALL", "A-ANNO-DIMS"],
    content:
      metric([0, "0.00"], [2.7, "+2.85"]) +
      on(1, upright(130, [60, 114], ["2700"]) + upright(140, [60, 114, 150], ["2700", "1800"])),
    scale: "1:50",
    findings: [[undefined, 1, "+2.85", "+2.700"]],
    message: /150 mm off, by the zero level and the dimension between them\.$/,
  },
  {
    // The dimension stands at the same heights on the sheet, far from the levels, in a drawing of its own.
    name: "nought and another, beside a drawing with a dimension at the same heights",
    layers: ["A-WALL", "A-ANNO-DIMS"],
    content:
      metric([0, "0.00"], [2.7, "+2.85"]) +
      on(1, upright(330, [60, 114], ["2700"]) + upright(340, [60, 114, 150], ["2700", "1800"])),
    scale: "1:50",
  },
  {
    name: "levels of a plan, wherever they stand",
    layers,
    scale: "1:50",
    content: metric([0, "+0.00"], [1, "+0.00"], [2.2, "-0.15"], [3.1, "+0.20"]),
  },
  {
    name: "one storey at two levels",
    layers,
    scale: "1:50",
    content: metric([0, "GROUND FLOOR +0.00"], [4, "GROUND FLOOR +0.15"]),
    findings: [[undefined, 1, "GROUND FLOOR +0.15", "GROUND FLOOR +0.00"]],
  },
  { name: "no levels", layers, scale: "1:50", content: stroke(40, 60, 110, 60) },
  {
    // No dimension stands between the two: two of other lengths agree with the scale.
    name: "nought and another, where two dimensions bear out the scale",
    layers: ["A-WALL", "A-ANNO-DIMS"],
    scale: "1:50",
    content:
      metric([0, "0.00"], [2.7, "+2.85"]) +
      on(1, upright(130, [66, 108], ["2100"]) + upright(140, [60, 150], ["4500"])),
    findings: [[undefined, 1, "+2.85", "+2.700"]],
    message: /150 mm off, by the zero level and the scale of the dimensions\.$/,
  },
  {
    name: "the same, where the other is right",
    layers: ["A-WALL", "A-ANNO-DIMS"],
    scale: "1:50",
    content:
      metric([0, "0.00"], [2.7, "+2.70"]) +
      on(1, upright(130, [66, 108], ["2100"]) + upright(140, [60, 150], ["4500"])),
  },
  {
    // Nothing but paper lies between the top of the roof and the rest.
    name: "a level high above the others in one column",
    layers,
    scale: "1:50",
    content: metric([0, "+0.00"], [2.7, "+2.70"]) + tag(60 + 100, "+5.20"),
    findings: [[undefined, 1, "+5.20", "+5.000"]],
  },
  {
    name: "lengths without a sign over triangles on their tips",
    layers,
    scale: `1/4" = 1'-0"`,
    content:
      building +
      [0, 96, 144]
        .map((inches, i) => triangle(60 + (inches * 25.4) / 48, ["0'-0\"", "8'-6\"", "12'-0\""][i]!))
        .join(""),
    findings: [[undefined, 1, "8'-6\"", "+8'-0\""]],
  },
]);
