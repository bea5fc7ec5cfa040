import { describeRule } from "../../support/rule-tester";
import { lettering } from "../../support/raw-pdf";
import { stroke } from "../../support/drawn";

/** Heads of the demo office's list, invented: 2100 and 2700 mm, and 6'-8". */
const layers = ["A-WALL"];
const SCALE = 50;
const GROUND = 60;

const rectangle = (x: number, y: number, width: number, height: number): string =>
  stroke(x, y, x + width, y) +
  stroke(x + width, y, x + width, y + height) +
  stroke(x + width, y + height, x, y + height) +
  stroke(x, y + height, x, y);
/** A level line beside the building, and its value over it. */
const tag = (metres: number): string => {
  const y = GROUND + (metres * 1000) / SCALE;
  const text = metres === 0 ? "0.00" : `+${metres.toFixed(2)}`;
  return stroke(250, y, 290, y) + lettering(text, 270, y + 1, 2.5);
};
/** A face of 8 m with its floors at 0.00 and +3.00 and its eaves at +6.00. */
const face = rectangle(60, GROUND, 160, 120) + [0, 3, 6].map(tag).join("");
/** A window by its left side, sill and head above the ground, millimetres; a mullion in the middle. */
const window = (x: number, sillMm: number, headMm: number, width = 24): string => {
  const [sill, head] = [GROUND + sillMm / SCALE, GROUND + headMm / SCALE];
  return rectangle(x, sill, width, head - sill) + stroke(x + width / 2, sill, x + width / 2, head);
};
/** A door of 900 with a panel in its leaf. */
const door = (x: number, headMm: number): string => {
  const head = headMm / SCALE;
  return rectangle(x, GROUND, 18, head) + rectangle(x + 3, GROUND + 4, 12, head - 8);
};
const kept = window(70, 900, 2100) + door(110, 2100) + window(150, 900, 2100) + window(70, 3900, 5100);

describeRule("build/head-height", [
  { name: "heads at the listed height above either floor", layers, scale: "1:50", content: face + kept },
  {
    name: "a window that sits 60 lower than the others",
    layers,
    scale: "1:50",
    content: face + kept + window(150, 3840, 5040),
    findings: [[undefined, 5, 2040, 2100]],
    message: /^The head of an opening stands 2,?040 mm above the floor; the list has 2,?100 mm/,
  },
  {
    name: "a door that is higher",
    layers,
    scale: "1:50",
    content: face + window(70, 900, 2100) + window(150, 900, 2100) + window(70, 3900, 5100) + door(110, 2180),
    findings: [[undefined, 8, 2180, 2100]],
  },
  {
    name: "a window high up in the wall, as it was meant",
    layers,
    scale: "1:50",
    content: face + kept + window(190, 1800, 2400),
  },
  {
    name: "a drawing whose heads follow no list",
    layers,
    scale: "1:50",
    content: face + window(70, 900, 2134) + door(110, 2134) + window(150, 900, 2134) + window(70, 3900, 5100),
  },
  {
    name: "boxes with lettering in them, and boxes with nothing in them",
    layers,
    scale: "1:50",
    content:
      face +
      kept +
      window(150, 3840, 5040) +
      lettering("W4", 155, GROUND + 90, 2.5) +
      rectangle(190, GROUND + 20, 20, 20.5),
  },
  { name: "levels without openings", layers, scale: "1:50", content: face },
  { name: "openings without levels", layers, scale: "1:50", content: kept + window(150, 3840, 5040) },
]);
