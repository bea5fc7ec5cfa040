import { randomPlan } from "../../../core/test/support/random-plans";
import { bandsOf, marksOf, onPaper, roomAreas, type TestPlan } from "../../../core/test/support/walls";
import { Chance } from "../recognition/chance";
import { Pen } from "../recognition/pen";
import type { Point, Scene } from "../recognition/scene";

/** A plan of a building with what stands beside it, and what is true of it. */
export interface BuildingScene {
  readonly scene: Scene;
  readonly plan: TestPlan;
  /** Square metres, rising. */
  readonly rooms: readonly number[];
  /** Clear widths in the building, rising. */
  readonly openings: readonly number[];
  readonly levels: readonly string[];
  readonly slopes: readonly string[];
  readonly grid: readonly string[];
  /** A wall of another thickness, a written area that is wrong, or nothing. */
  readonly fault: BuildingFault | undefined;
}

export const BUILDING_FAULTS = ["build/wall-thickness", "build/room-area", "build/slope", "build/level"] as const;
export type BuildingFault = (typeof BUILDING_FAULTS)[number];

const SCALES = [
  [50, "1:50"],
  [100, "1:100"],
  [48, `1/4" = 1'-0"`],
] as const;

export function buildingScene(seed: number, fault: BuildingFault | undefined): BuildingScene {
  const chance = new Chance(seed);
  const [scale, note] = chance.one<readonly [number, string]>(SCALES);
  const base = randomPlan(seed);
  // Turned so little that a long house stays on the sheet.
  const turn = Math.sign(base.turn ?? 0) * 12;
  const own: TestPlan = { ...base, scale, turn, at: turn > 0 ? [130, 110] : [70, turn < 0 ? 230 : 120] };
  // The second wall of those within is a fault, where one is asked for.
  const plan = fault === "build/wall-thickness" ? withThick(own, 4, 210) : own;
  const scene: Scene = {
    name: `building-${seed}-${fault ?? "none"}`.replace(/\W+/g, "-"),
    widthMm: 841,
    heightMm: 594,
    font: chance.one(["sans", "serif"] as const),
    marks: [],
    truth: { drawings: [] },
  };
  const pen = new Pen(scene);
  pen.torn = chance.one(["whole", "whole", "words", "letters"] as const);
  pen.asAreas = chance.is(0.15);
  drawPlan(pen, plan);
  const rooms = roomAreas(plan);
  areaLabel(pen, plan, rooms, fault === "build/room-area");
  const levels = drawLevels(pen, scale, chance, fault === "build/level");
  const slopes = drawSlope(pen, chance, fault === "build/slope");
  const grid = drawGrid(pen);
  pen.text([60, 40], "GROUND FLOOR PLAN", 5, 0, "left");
  pen.text([60, 33], `SCALE ${note}`, 2.5, 0, "left");
  const openings = (plan.openings ?? []).map(({ width }) => width).sort((a, b) => a - b);
  return { scene, plan, rooms, openings, levels, slopes, grid, fault };
}

const withThick = (plan: TestPlan, wall: number, thick: number): TestPlan => ({
  ...plan,
  walls: plan.walls.map((each, i) => (i === wall ? { ...each, thick } : each)),
});

function drawPlan(pen: Pen, plan: TestPlan): void {
  if (plan.style === "areas") for (const ring of bandsOf(plan)) pen.area(ring);
  for (const mark of marksOf(plan)) {
    if (mark.kind === "area") continue;
    pen.width = mark.kind === "line" ? mark.width : mark.kind === "ring" ? 0.5 : 0.25;
    if (mark.kind === "ring") pen.polyline(mark.points, true);
    else if (mark.kind === "line") pen.line(...mark.points);
    else pen.arc(mark.at, mark.radius, mark.from, mark.to);
  }
}

/** The largest room's area, in it; its middle is none of another. */
function areaLabel(pen: Pen, plan: TestPlan, rooms: readonly number[], isWrong: boolean): void {
  const corner = plan.walls[2]?.from ?? [0, 0];
  // The upper right corner belongs to the room that was parted last or to one beside it: its area is looked up.
  const area = roomAt(plan, [corner[0] - 900, corner[1] - 700]);
  const near = rooms.find((each) => Math.abs(each - area) < 0.02) ?? area;
  const [x, y] = onPaper(plan, [corner[0] - 900, corner[1] - 700]);
  pen.text([x, y], `${(near * (isWrong ? 1.12 : 1)).toFixed(1)} m2`, 1.8);
}

/** The area of the room at a place: how far the walls around it are. */
function roomAt({ walls }: TestPlan, [x, y]: Point): number {
  let [left, right, low, high] = [-Infinity, Infinity, -Infinity, Infinity];
  for (const { from, to, thick } of walls) {
    const isUpright = from[0] === to[0];
    const [a, b] = isUpright ? [from[1], to[1]] : [from[0], to[0]];
    const along = isUpright ? y : x;
    if (along < Math.min(a, b) || along > Math.max(a, b)) continue;
    const at = isUpright ? from[0] : from[1];
    const own = isUpright ? x : y;
    const reach = thick / 2;
    if (isUpright && at < own) left = Math.max(left, at + reach);
    else if (isUpright) right = Math.min(right, at - reach);
    else if (at < own) low = Math.max(low, at + reach);
    else high = Math.min(high, at - reach);
  }
  return ((right - left) * (high - low)) / 1e6;
}

/** A column of level lines beside a wall. */
function drawLevels(pen: Pen, scale: number, chance: Chance, isWrong: boolean): string[] {
  const isFeet = scale === 48;
  const unit = isFeet ? 304.8 : 1000;
  const values = isFeet ? [0, 4.5, 9, 12.25] : [0, 1.35, 2.7, 3.15];
  const [x, y] = [700, 330];
  pen.width = 0.25;
  pen.line([x + 3, y - 5], [x + 3, y + (values.at(-1)! * unit) / scale + 5]);
  return values.map((value, i) => {
    const at = y + (value * unit) / scale;
    pen.width = 0.25;
    pen.line([x, at], [x + 60, at]);
    if (chance.is(0.5))
      pen.area([
        [x + 50, at],
        [x + 48.5, at + 2.5],
        [x + 51.5, at + 2.5],
      ]);
    const written = isWrong && i === 2 ? value + (isFeet ? 0.5 : 0.2) : value;
    const text = isFeet ? `+${written.toFixed(2)}'` : `+${written.toFixed(2)}`;
    pen.text([x + 30, at + 1], text, 2.5);
    return text;
  });
}

function drawSlope(pen: Pen, chance: Chance, isWrong: boolean): string[] {
  const [rise, run, text] = chance.one<readonly [number, number, string]>([
    [4, 12, "4 in 12"],
    [8, 12, "8:12"],
    [1, 12, "1:12"],
    [2.5, 100, "2.5 %"],
  ]);
  const drawn = (isWrong ? 1.3 : 1) * (rise / run);
  const [x, y] = [690, 500];
  const angle = Math.atan(drawn);
  pen.width = 0.35;
  pen.line([x, y], [x + 100 * Math.cos(angle), y + 100 * Math.sin(angle)]);
  const [tx, ty] = [x + 40 * Math.cos(angle) - 1.5 * Math.sin(angle), y + 40 * Math.sin(angle) + 1.5 * Math.cos(angle)];
  pen.text([tx, ty], text, 2.5, (angle * 180) / Math.PI);
  return [text];
}

function drawGrid(pen: Pen): string[] {
  return ["1", "2", "3"].map((label, i) => {
    const x = 560 + i * 45;
    pen.width = 0.18;
    pen.dash = [24, 3, 0.5, 3].map((each) => each * 0.18);
    pen.line([x, 60], [x, 120]);
    pen.dash = [];
    pen.circle([x, 125], 5);
    pen.text([x, 123.75], label, 2.5);
    return label;
  });
}
