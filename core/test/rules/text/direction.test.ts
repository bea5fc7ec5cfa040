import { describeRule, wall } from "../../support/rule-tester";

/** A string in Helvetica of 2.5 mm at a turn. */
const turned = (degrees: number): string => {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return `BT /F1 3.48 Tf ${cos.toFixed(6)} ${sin.toFixed(6)} ${(-sin).toFixed(6)} ${cos.toFixed(6)} 60 60 Tm (HALL) Tj ET\n`;
};

describeRule("text/direction", [
  ...[0, 45, 90, -30, -89].map((degrees) => ({ name: `${degrees} degrees`, content: wall(turned(degrees)) })),
  {
    name: "read from the left",
    content: wall(turned(-90)),
    findings: [["A-WALL", 1, -90, 90]],
    mended: { turned: [[61.25, 55.65, 90]] },
    message:
      /^1 line of lettering runs at -90° and can't be read from the bottom or the right edge; at 90° it could\.$/,
  },
  {
    name: "upside down",
    content: wall(turned(180)),
    findings: [["A-WALL", 1, -180, 0]],
    mended: { turned: [[55.65, 58.75, 0]] },
  },
  { name: "on a page that is turned upside down", content: wall(turned(180)), page: "/Rotate 180" },
]);
