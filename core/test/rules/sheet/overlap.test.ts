import { box, stroke } from "../../support/drawn";
import { lettering } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

const layers = ["A-WALL"];
/** A crop with lines and lettering in it. */
const crop = (x: number, y: number, w: number, h: number): string =>
  `q ${x} ${y} ${w} ${h} re W n\n` +
  Array.from({ length: 14 }, (_, i) => stroke(x + 5 + i * 4, y + 5, x + 5 + i * 4, y + h - 5)).join("") +
  `${lettering("PLAN", x + 10, y + 2, 2.5)}Q\n`;
/** Parts of the page with a scale of their own (ISO 32000, measure dictionary). */
const K = 72 / 25.4;
const measured = (...boxes: readonly (readonly number[])[]): string =>
  `/VP [${boxes
    .map(
      ([x = 0, y = 0, w = 0, h = 0]) =>
        `<< /Type /Viewport /BBox [${x * K} ${y * K} ${(x + w) * K} ${(y + h) * K}] /Measure << /Type /Measure /Subtype /RL /R (1:50) /X [<< /C 0.0176388 /U (m) >>] /D [<< /C 1 /U (m) >>] /A [<< /C 1 /U (m2) >>] >> >>`,
    )
    .join(" ")}]`;

describeRule("sheet/overlap", [
  { name: "crops side by side", layers, content: crop(30, 60, 120, 100) + crop(160, 60, 120, 100) },
  {
    name: "crops that share 12 mm",
    layers,
    content: crop(30, 60, 120, 100) + crop(138, 80, 120, 100),
    findings: [[undefined, 1, "12 × 80"]],
    message: /^Two drawings share 12 mm × 80 mm of the sheet\.$/,
  },
  { name: "an inset within a drawing", layers, content: crop(30, 60, 200, 150) + crop(150, 140, 70, 60) },
  {
    name: "measured parts that touch",
    layers,
    page: measured([30, 60, 120, 100], [150, 60, 120, 100]),
    content: box(40, 70, 100, 80),
  },
  {
    name: "measured parts that overlap",
    layers,
    page: measured([30, 60, 120, 100], [140, 60, 120, 100]),
    content: box(40, 70, 90, 80),
    findings: [[undefined, 1, "10 × 100"]],
  },
]);
