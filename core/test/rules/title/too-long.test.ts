import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";
import { cellsOf } from "../../support/title-block";

const layers = ["A-ANNO-TTLB-LINE"];
const block = (project: string): string =>
  on(
    0,
    cellsOf([
      { at: [300, 34, 60, 12], label: "PROJECT", value: project, heightMm: 3.5 },
      { at: [360, 34, 40, 12], label: "CLIENT", value: "Harbour board" },
      { at: [300, 22, 100, 12], label: "TITLE", value: "Roof" },
      { at: [300, 10, 100, 12], label: "SHEET NO", value: "A-103" },
    ]),
  );

describeRule("title/too-long", [
  { name: "values that fit", layers, content: block("Ferry house") },
  {
    name: "a value that runs into the next field",
    layers,
    content: block("Ferry house and boat store on the old quay"),
    findings: [["A-ANNO-TTLB-LINE", 1, undefined, 60]],
    message:
      /^“Ferry house and boat store on the old quay” is [\d.]+ mm long, and runs out of the field “PROJECT”, which has room for 60 mm\.$/,
  },
]);
