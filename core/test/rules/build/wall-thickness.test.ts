import { describeRule } from "../../support/rule-tester";
import { drawnPlan, HOUSE, label, type TestPlan } from "../../support/walls";

/** Wall types of the demo office, invented: 300, 150, 160 and 114.3 mm. */
const layers = ["A-WALL"];
const name = label(HOUSE, [3500, 4000], "HALL");
const withWall = (i: number, thick: number): TestPlan => ({
  ...HOUSE,
  walls: HOUSE.walls.map((wall, k) => (k === i ? { ...wall, thick } : wall)),
});
/** Four bands with nothing in them. */
const cabinets = [0, 1, 2, 3]
  .map((i) => `0.5 w ${200 + i * 12} 40 m ${200 + i * 12} 100 l S ${204 + i * 12} 40 m ${204 + i * 12} 100 l S\n`)
  .join("");

describeRule("build/wall-thickness", [
  { name: "walls of the list", layers, scale: "1:50", content: drawnPlan(HOUSE) + name },
  { name: "the same, turned", layers, scale: "1:50", content: drawnPlan({ ...HOUSE, at: [150, 20], turn: 27 }) + name },
  { name: "the same, filled", layers, scale: "1:50", content: drawnPlan({ ...HOUSE, style: "areas" }) + name },
  {
    name: "one of 200",
    layers,
    scale: "1:50",
    content: drawnPlan(withWall(5, 200)) + name,
    findings: [[undefined, 2, 200, 160]],
    message: /^A wall is 200 mm thick, which no wall type is; the nearest is W3 \(160 mm\)\.$/,
  },
  {
    name: "one of 280 that is filled and turned",
    layers,
    scale: "1:50",
    content: drawnPlan({ ...withWall(2, 280), style: "areas", at: [150, 20], turn: 27 }) + name,
    findings: [[undefined, 3, 280, 300]],
  },
  {
    name: "leaves of 102 and a cavity of 75, where the list has leaves of 102",
    layers,
    scale: "1:50",
    standard: (standard) => void standard.wallTypes.push({ id: "L", title: "Leaf", thicknessMm: 102 } as never),
    content: drawnPlan(HOUSE) + leaves() + name,
  },
  {
    name: "the same, where the list has none",
    layers,
    scale: "1:50",
    content: drawnPlan(HOUSE) + leaves() + name,
    findings: [[undefined, 4, 279, 300]],
    message: /\(102, 75 and 102\)/,
  },
  { name: "treads, 280 apart", layers, scale: "1:50", content: drawnPlan(HOUSE) + treads() + name },
  { name: "bands that turn no corner", layers, scale: "1:50", content: cabinets + name },
  {
    name: "a section",
    layers,
    scale: "1:50",
    content: drawnPlan(withWall(5, 200)) + "BT /F1 5 Tf 20 15 Td (SECTION 1:50) Tj ET\n",
  },
  { name: "no scale", layers, content: drawnPlan(withWall(5, 200)) + name, notJudged: true },
]);

/** A wall in leaves that runs away from the right side of the house. */
function leaves(): string {
  const lines = [0, 102, 177, 279].map((at) => 120 - at / 50);
  const level = lines.map((y) => `0.5 w 283 ${y} m 400 ${y} l S\n`).join("");
  return `${level}0.5 w 400 ${lines[0]} m 400 ${lines[3]} l S\n`;
}

function treads(): string {
  let content = "";
  for (let i = 0; i <= 10; i++) content += `0.5 w ${60 + i * 5.6} 60 m ${60 + i * 5.6} 84 l S\n`;
  return content;
}
