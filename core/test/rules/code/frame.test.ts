import { box, stroke } from "../../support/drawn";
import { lettering } from "../../support/raw-pdf";
import { arc } from "../../support/round";
import { describeRule } from "../../support/rule-tester";

const layers = ["A-ANNO-TEXT"];
/** “QT” in Helvetica, 2.5 mm high, is 4.84 mm wide (Adobe's metrics: 778 and 611 thousandths). */
const [WIDE, HIGH] = [4.84, 2.5];
const code = lettering("QT", 60, 100, HIGH);
const framedBy = (left: number, right: number, below: number, above: number): string =>
  code + box(60 - left, 100 - below, WIDE + left + right, HIGH + below + above, 0.25);

/** Handbook 3: 0.3 to 3 mm between text and frame, 0.5 off centre. */
describeRule("code/frame", [
  { name: "a frame with the same room on all sides", layers, content: framedBy(1.2, 1.2, 1.2, 1.2) },
  {
    name: "a frame of four lines",
    layers,
    content:
      code +
      stroke(58, 98, 67, 98) +
      stroke(67, 98, 67, 104.5) +
      stroke(67, 104.5, 58, 104.5) +
      stroke(58, 104.5, 58, 98),
  },
  {
    name: "one that touches its code",
    layers,
    content: framedBy(0.1, 0.1, 1.2, 1.2),
    findings: [[undefined, 1, 0.1, 0.3]],
    message: /^The frame of “QT” leaves it 0\.1 mm, where 0\.3 mm is the least\.$/,
  },
  {
    name: "a code at the left end of its frame",
    layers,
    content: framedBy(0.8, 4, 1.2, 1.2),
    findings: [[undefined, 1, 1.6, 0.5]],
  },
  { name: "a frame drawn for more", layers, content: framedBy(4, 4, 1.5, 1.5), findings: [[undefined, 1, 4, 3]] },
  { name: "a ring, which is none", layers, content: code + arc(62.4, 101.25, 4.5, 0, 360) },
  {
    name: "a six-sided frame, which has room at its points",
    layers,
    content:
      code +
      stroke(57, 101.25, 59, 97) +
      stroke(59, 97, 66, 97) +
      stroke(66, 97, 68, 101.25) +
      stroke(68, 101.25, 66, 105.5) +
      stroke(66, 105.5, 59, 105.5) +
      stroke(59, 105.5, 57, 101.25),
  },
]);
