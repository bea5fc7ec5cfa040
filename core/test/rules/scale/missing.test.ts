import { building, ROW, row } from "../../support/drawn";
import { on, lettering } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("scale/missing", [
  { name: "a note below the drawing", layers, content: wall + on(1, row(ROW) + lettering("SCALE 1:50", 60, 45, 2.5)) },
  { name: "a scale that the caller knows", layers, content: wall + on(1, row(ROW)), scale: "1:50" },
  { name: "no dimensions", layers, content: wall },
  {
    name: "dimensions and no scale",
    layers,
    content: wall + on(1, row(ROW) + lettering("SCALE AS NOTED", 60, 45, 2.5)),
    findings: [[undefined, 3, undefined, "1:50"]],
    message: /^No scale is stated for this drawing\. Its dimensions imply 1:50\.$/,
  },
]);
