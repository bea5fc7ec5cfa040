import { describeRule } from "../../support/rule-tester";
import { lettering } from "../../support/raw-pdf";
import { stroke } from "../../support/drawn";

const layers = ["A-WALL"];
/** Lettering along a line that rises by an angle. */
function along(text: string, x: number, y: number, degrees: number, height = 2.5): string {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const size = height / 0.718;
  return `BT /F1 ${size.toFixed(4)} Tf ${cos.toFixed(6)} ${sin.toFixed(6)} ${(-sin).toFixed(6)} ${cos.toFixed(6)} ${x} ${y} Tm (${text}) Tj ET\n`;
}
const degreesOf = (rise: number, run: number): number => (Math.atan2(rise, run) * 180) / Math.PI;
/** A roof from 40, 60 on, 120 long on the level, and what is written above it. */
const roof = (rise: number, text: string): string => {
  const degrees = degreesOf(rise, 120);
  const turn = (degrees * Math.PI) / 180;
  return (
    stroke(40, 60, 160, 60 + rise, 0.35) +
    along(text, 80 - 1.5 * Math.sin(turn), 60 + (rise * 40) / 120 + 1.5 * Math.cos(turn), degrees)
  );
};
/** A triangle with its legs below a roof. */
const triangle = (rise: number): string =>
  stroke(100, 80 + rise, 124, 80 + rise) +
  stroke(100, 80, 100, 80 + rise) +
  stroke(100, 80, 124, 80 + rise) +
  lettering("12", 110.5, 81.2 + rise, 2.5) +
  lettering("4", 97, 79 + rise / 2, 2.5);

describeRule("build/slope", [
  { name: "4 in 12 along a line that rises so", layers, content: roof(40, "4 in 12") },
  { name: "4:12 as a ratio", layers, content: roof(40, "SLOPE 4:12") },
  { name: "per cent", layers, content: roof(3, "2.5 %") },
  { name: "degrees", layers, content: roof(120 * Math.tan(Math.PI / 6), "30 deg") },
  {
    name: "4 in 12 along a line that rises 6",
    layers,
    content: roof(60, "4 in 12"),
    findings: [[undefined, 1, "6 in 12", "4 in 12"]],
    message: /^“4 in 12” is written at a line that rises 6 in 12\.$/,
  },
  {
    name: "1:40 along one of 1:50",
    layers,
    content: roof(2.4, "1:40"),
    findings: [[undefined, 1, "0.8 in 40", "1:40"]],
  },
  { name: "a triangle of 4 and 12", layers, content: triangle(8) },
  {
    name: "the same with legs of 5 and 12",
    layers,
    content: triangle(10),
    findings: [[undefined, 2, "5 in 12", "4 in 12"]],
  },
  {
    name: "a fall on a plan",
    layers,
    content: stroke(40, 60, 100, 120) + along("1:40", 70, 92, 45) + `0 g 100 120 m 98.5 117.5 l 97.5 118.5 l h f\n`,
  },
  { name: "feet and inches along a slanting dimension", layers, content: roof(60, `9'-9 1/2"`) },
  { name: "twelfths over a stroke", layers, content: roof(60, "4/12"), findings: [[undefined, 1, "6 in 12", "4/12"]] },
  { name: "a half over a stroke", layers, content: roof(90, "1/2") },
  { name: "a scale under a title", layers, content: lettering("1:50", 40, 50, 2.5) + stroke(30, 40, 90, 60) },
  {
    name: "a slope written level on its triangle",
    layers,
    content:
      stroke(40, 60, 40, 68) + stroke(40, 68, 52, 68) + stroke(40, 60, 52, 68) + lettering("8 in 12", 41.5, 69, 2.5),
  },
  {
    name: "the same, of another slope",
    layers,
    content:
      stroke(40, 60, 40, 68) + stroke(40, 68, 52, 68) + stroke(40, 60, 52, 68) + lettering("10 in 12", 41, 69, 2.5),
    findings: [[undefined, 1, "8 in 12", "10 in 12"]],
  },
]);
