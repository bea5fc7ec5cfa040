import { box, stroke } from "../../support/drawn";
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
  {
    // The face towards the room breaks where a partition meets it: the wall is one all the same.
    name: "leaves, the inner one of which breaks at a partition",
    layers,
    scale: "1:50",
    content: drawnPlan(HOUSE) + leaves([338, 341]) + name,
    findings: [[undefined, 5, 279, 300]],
    message: /\(102, 75 and 102\)/,
  },
  {
    // Its ends stand free beside those of the light.
    name: "a short line beside the edge of a light",
    layers,
    scale: "1:50",
    content: drawnPlan(HOUSE) + box(60, 140, 30, 24) + stroke(60.2, 135.5, 95, 135.5, 0.5) + name,
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

/** A wall in leaves that runs away from the right side of the house; a partition meets its lower face from one place to another. */
function leaves(partition?: readonly [number, number]): string {
  const lines = [0, 102, 177, 279].map((at) => 120 - at / 50);
  const [outer, , , inner] = lines as [number, number, number, number];
  const [from, to] = partition ?? [400, 400];
  const whole = lines.slice(0, 3).map((y) => stroke(283, y, 400, y, 0.5));
  const broken = partition
    ? [
        stroke(to, inner, 400, inner, 0.5),
        stroke(from, inner, from, inner - 30, 0.5),
        stroke(to, inner, to, inner - 30, 0.5),
      ]
    : [];
  return [...whole, stroke(283, inner, from, inner, 0.5), ...broken, stroke(400, outer, 400, inner, 0.5)].join("");
}

function treads(): string {
  let content = "";
  for (let i = 0; i <= 10; i++) content += `0.5 w ${60 + i * 5.6} 60 m ${60 + i * 5.6} 84 l S\n`;
  return content;
}
