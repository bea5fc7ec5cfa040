import { describeRule } from "../../support/rule-tester";
import { box } from "../../support/drawn";
import { arc } from "../../support/round";
import { drawnPlan, HOUSE, label } from "../../support/walls";

/** Rooms of the house: 6.775 × 7.7 m = 52.17 m², 4.775 × 3.775 m = 18.03 m² twice (arithmetic). */
const layers = ["A-WALL"];
const plan = drawnPlan(HOUSE);
const hall = (...lines: string[]): string => label(HOUSE, [3500, 4000], ...lines);
const study = (...lines: string[]): string => label(HOUSE, [9500, 6000], ...lines);

/** Both faces of a round wall that stands on the upper wall of the hall, in the pen of the walls. */
function roundBay(): string {
  const [x, y] = [HOUSE.at?.[0] ?? 40, HOUSE.at?.[1] ?? 40];
  const at = [x + 3500 / 50, y + 8000 / 50] as const;
  return arc(...at, 20, 0, 180, 0.5) + arc(...at, 26, 0, 180, 0.5);
}

describeRule("build/room-area", [
  {
    name: "areas as enclosed",
    layers,
    scale: "1:50",
    content: plan + hall("HALL", "52.2 m2") + study("STUDY", "18.0 m2"),
  },
  {
    name: "in square feet",
    layers,
    scale: "1:50",
    content: plan + hall("HALL", "562 SF") + study("STUDY", "194 sq ft"),
  },
  {
    name: "an area that was kept when the wall moved",
    layers,
    scale: "1:50",
    content: plan + hall("HALL", "12", "48.0 m2") + study("STUDY", "18.0 m2"),
    findings: [[undefined, 1, "48.0 m2", "52.2 m²"]],
    message: /^“HALL 12” is said to have 48\.0 m2; its walls enclose 52\.2 m²\.$/,
  },
  {
    name: "a column that stands free, counted or not",
    layers,
    scale: "1:50",
    content: plan + box(80, 80, 20, 20) + hall("HALL", "52.2 m2") + label(HOUSE, [9500, 2000], "STORE", "18.0 m2"),
  },
  {
    // A shelf in a finer pen, deeper than any wall is thick.
    name: "a shelf along a wall, which is no wall",
    layers,
    scale: "1:50",
    content: plan + box(181.5, 140, 12, 30, 0.35) + hall("HALL", "52.2 m2") + study("STUDY", "18.0 m2"),
  },
  {
    name: "areas of two rooms in one",
    layers,
    scale: "1:50",
    content: plan + hall("HALL", "30 m2") + label(HOUSE, [2500, 6500], "BAY", "22 m2"),
  },
  {
    name: "a room that is open to the outside",
    layers,
    scale: "1:50",
    content:
      drawnPlan({ ...HOUSE, walls: HOUSE.walls.filter((_, i) => i !== 3), openings: [] }) + hall("HALL", "48.0 m2"),
  },
  {
    name: "a turned plan of filled walls",
    layers,
    scale: "1:50",
    content:
      drawnPlan({ ...HOUSE, style: "areas", at: [150, 20], turn: 27 }) +
      label({ ...HOUSE, at: [150, 20], turn: 27 }, [9500, 6000], "STUDY", "20.0 m2"),
    findings: [[undefined, 1, "20.0 m2", "18.0 m²"]],
  },
  {
    // Half a ring of 1 m about the middle of the upper wall: the area is larger than its straight faces tell.
    name: "a bay with a round wall",
    layers,
    scale: "1:50",
    content: plan + roundBay() + hall("HALL", "53.7 m2"),
  },
  { name: "no scale", layers, content: plan + hall("HALL", "48.0 m2"), notJudged: true },
]);
