import { describeRule } from "../../support/rule-tester";
import { drawnPlan, HOUSE, label, type TestPlan } from "../../support/walls";

/** The demo office's list, invented: doors of 900 and 1800, windows of 900, 1200, 1800, 2400 and 3600 mm, among others. */
const layers = ["A-WALL"];
const name = label(HOUSE, [3500, 4000], "HALL");
const withOpening = (i: number, width: number): TestPlan => ({
  ...HOUSE,
  openings: HOUSE.openings!.map((opening, k) => (k === i ? { ...opening, width } : opening)),
});

describeRule("build/opening-width", [
  { name: "doors and windows of the list", layers, scale: "1:50", content: drawnPlan(HOUSE) + name },
  {
    name: "the same, turned and filled",
    layers,
    scale: "1:50",
    content: drawnPlan({ ...HOUSE, style: "areas", at: [150, 20], turn: -33 }) + name,
  },
  {
    name: "a door of 870",
    layers,
    scale: "1:50",
    content: drawnPlan(withOpening(1, 870)) + name,
    findings: [[undefined, 2, 870, 900]],
    message:
      /^A door is 870 mm wide, which is not on the list of openings; the nearest is Door, 900 clear \(900 mm\)\.$/,
  },
  {
    name: "a window of 1300, written edge by edge",
    layers,
    scale: "1:50",
    content: drawnPlan({ ...withOpening(2, 1300), style: "edges" }) + name,
    findings: [[undefined, 5, 1300, 1200]],
  },
  {
    name: "glass in a wall whose faces go on",
    layers,
    scale: "1:50",
    content: drawnPlan({ ...HOUSE, openings: [] }) + name + glass(60, 86),
    findings: [[undefined, 3, 1300, 1200]],
  },
  {
    name: "the same of 1200",
    layers,
    scale: "1:50",
    content: drawnPlan({ ...HOUSE, openings: [] }) + name + glass(60, 84),
  },
  {
    name: "a gap of 700 without anything in it",
    layers,
    scale: "1:50",
    content:
      drawnPlan({ ...HOUSE, openings: [...HOUSE.openings!, { wall: 4, at: 6000, width: 700, use: "gap" }] }) + name,
  },
  {
    name: "walls with no openings",
    layers,
    scale: "1:50",
    content: drawnPlan({ ...HOUSE, openings: [] }) + name,
  },
]);

/** Jambs and a line of glass within the lower wall. */
function glass(from: number, to: number): string {
  const jambs = [from, to].map((x) => `0.25 w ${x} 37 m ${x} 43 l S\n`).join("");
  return `${jambs}0.25 w ${from} 40 m ${to} 40 l S\n`;
}
