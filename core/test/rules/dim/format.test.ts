import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import type { OfficeStandard } from "../../../src/standard";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

const decimalFeet = (s: OfficeStandard): void =>
  s.unitStyles.forEach((style) => {
    if (style.system === "feet-inches") Object.assign(style, { system: "decimal-feet", decimals: 2, suffix: true });
  });

describeRule("dim/format", [
  { name: "millimetres without a unit", layers, content: wall + on(1, row(ROW)) },
  {
    name: "what is said of a value",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["(2000)", "2500", "3500"] })),
  },
  {
    name: "metres",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["2000", "2500", "3.50 m"] })),
    findings: [["A-ANNO-DIMS", 1, "3.50 m", "3500"]],
    mended: { strings: ["2000", "2500", "3500"] },
    message: /^1 value is written “3\.50 m”, where “3500” is the style's way/,
  },
  {
    name: "a value that is set letter by letter is one value",
    layers,
    content:
      wall +
      on(1, row({ ...ROW, texts: ["2000", "2500", "3.50 m"] })).replace(/\(3\.50 m\) Tj/, "(3.) Tj (50) Tj ( m) Tj"),
    findings: [["A-ANNO-DIMS", 3, "3.50 m", "3500"]],
    message: /^1 value is written “3\.50 m”/,
  },
  {
    name: "feet and inches, by the style that writes them",
    layers,
    content:
      wall + on(1, row({ ...ROW, stops: [40, 78.1, 116.2, 154.3], texts: ["6'-0\"", "6'", "6'-0\""], scale: 48 })),
    findings: [["A-ANNO-DIMS", 1, "6'", "6'-0\""]],
    mended: { strings: ["6'-0\"", "6'-0\"", "6'-0\""] },
  },
  {
    name: "a value that more is said of is not rewritten by machine",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["2000", "2500", "3.50 m TYP"] })),
    findings: [["A-ANNO-DIMS", 1, "3.50 m TYP", "3500"]],
  },
  ...["6.00'", "6.00 ft"].map((written) => ({
    name: `decimal feet with their unit as ${written.slice(4)}`,
    layers,
    content:
      wall + on(1, row({ ...ROW, stops: [40, 78.1, 116.2, 154.3], texts: [written, written, written], scale: 48 })),
    standard: decimalFeet,
  })),
]);
