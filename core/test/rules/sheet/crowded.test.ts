import { a3Frame } from "../../support/a3-frame";
import { building, ROW, row, stroke } from "../../support/drawn";
import { lettering } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

const layers = ["A-WALL"];
const crop = (x: number, y: number, w: number, h: number): string =>
  `q ${x} ${y} ${w} ${h} re W n\n` +
  Array.from({ length: 14 }, (_, i) => stroke(x + (i * w) / 13, y, x + (i * w) / 13, y + h)).join("") +
  `${lettering("PLAN", x + 10, y + 2, 2.5)}Q\n`;

describeRule("sheet/crowded", [
  { name: "a drawing with room around it", layers, content: a3Frame() + building() + row(ROW) },
  {
    name: "a crop 4 mm from the border",
    layers,
    content: a3Frame() + crop(24, 80, 150, 120),
    findings: [[undefined, 1, 4, 10]],
    message: /^4 mm are clear between a drawing and the border of the sheet; there should be 10 mm\.$/,
  },
  {
    name: "crops 6 mm apart",
    layers,
    content: a3Frame() + crop(40, 80, 100, 120) + crop(146, 80, 100, 120),
    findings: [[undefined, 1, 6, 10]],
    message: /^6 mm are clear between a drawing and the next one; there should be 10 mm\.$/,
  },
  { name: "crops 12 mm apart", layers, content: a3Frame() + crop(40, 80, 100, 120) + crop(152, 80, 100, 120) },
  { name: "a drawing without a border", layers, content: building() + row(ROW) },
]);
