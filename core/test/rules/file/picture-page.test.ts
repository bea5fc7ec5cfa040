import { stroke } from "../../support/drawn";
import type { RawPdf } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** A picture of 2 × 2 grey dots. */
const resources = (file: RawPdf): string => {
  const dots = Buffer.from([80, 120, 160, 200]);
  const picture = file.stream(
    dots,
    "/Type /XObject /Subtype /Image /Width 2 /Height 2 /ColorSpace /DeviceGray /BitsPerComponent 8",
  );
  return `/XObject << /P ${picture} >>`;
};
const picture = (x: number, y: number, w: number, h: number): string => `q ${w} 0 0 ${h} ${x} ${y} cm /P Do Q\n`;
const frame = stroke(20, 10, 410, 10, 0.7) + stroke(20, 10, 20, 287, 0.7);
const many = Array.from({ length: 450 }, (_, i) =>
  stroke(60 + (i % 50) * 5, 60 + Math.floor(i / 50) * 12, 63 + (i % 50) * 5, 60 + Math.floor(i / 50) * 12),
).join("");

describeRule("file/picture-page", [
  { name: "a small picture beside a drawing", resources, content: picture(300, 200, 80, 60) + frame },
  {
    name: "a scan",
    resources,
    content: picture(20, 10, 390, 277) + frame,
    findings: [[undefined, 1, "87 %"]],
    message: /^A picture covers 87 % of the page; what it shows can't be judged\. Ask for the drawing itself\.$/,
    notJudged: true,
  },
  {
    name: "a scan in two strips that lie over each other",
    resources,
    content: picture(0, 0, 420, 160) + picture(0, 140, 420, 157),
    findings: [[undefined, 1, "100 %"]],
    notJudged: true,
  },
  { name: "a drawing upon a picture", resources, content: picture(20, 10, 390, 277) + many },
  {
    name: "a picture that is clipped to a corner",
    resources,
    content: `q 20 10 60 40 re W n ${picture(20, 10, 390, 277)}Q\n` + frame,
  },
]);
