import { on } from "../../support/raw-pdf";
import { describeRule, line } from "../../support/rule-tester";

describeRule("layer/helper-showing", [
  { name: "a layer that plots", layers: ["A-WALL"], content: on(0, line(0.5)) },
  { name: "a helper layer that is off", layers: ["A-ANNO-NPLT"], off: [0], content: on(0, line(0.13)) },
  {
    name: "a helper layer that shows",
    layers: ["A-ANNO-NPLT"],
    content: on(0, line(0.13) + line(0.13)),
    findings: [["A-ANNO-NPLT", 2]],
    mended: { printed: [false] },
  },
]);
