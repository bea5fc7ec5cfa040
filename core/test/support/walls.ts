import polygonClipping, { type MultiPolygon, type Polygon } from "polygon-clipping";
import { lettering } from "./raw-pdf";
import { arc } from "./round";

/**
 * Plans of walls for tests. Outlines and the areas that they enclose come from a library for polygons that is not ours
 * (polygon-clipping), so what is recognised is held against somebody else's geometry.
 */

type Point = readonly [number, number];

/** A wall by its middle line and thickness, building millimetres. */
export interface TestWall {
  readonly from: Point;
  readonly to: Point;
  readonly thick: number;
}

export interface TestOpening {
  readonly wall: number;
  /** From the wall's beginning to the middle of the opening. */
  readonly at: number;
  readonly width: number;
  readonly use: "door" | "window" | "gap";
}

export interface TestPlan {
  readonly walls: readonly TestWall[];
  readonly openings?: readonly TestOpening[];
  /** Building millimetres for one on paper. */
  readonly scale?: number;
  /** Where the building's corner stands on paper, and how it is turned there. */
  readonly at?: Point;
  readonly turn?: number;
  /** Closed outlines, their edges one by one, or filled areas without outline. */
  readonly style?: "outlines" | "edges" | "areas";
  readonly pen?: number;
  readonly glassPen?: number;
}

const n = (value: number): string => value.toFixed(4);

/** The rectangle around a piece of a wall's middle line. */
function strip({ from, to, thick }: TestWall, begin: number, end: number): Polygon {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const corner = (along: number, left: number): [number, number] => [
    from[0] + ux * along - uy * left,
    from[1] + uy * along + ux * left,
  ];
  const half = thick / 2;
  return [[corner(begin, -half), corner(end, -half), corner(end, half), corner(begin, half), corner(begin, -half)]];
}

const lengthOf = ({ from, to }: TestWall): number => Math.hypot(to[0] - from[0], to[1] - from[1]);

/** Walls with their ends half a thickness over their corners, without openings. */
const solid = (wall: TestWall): Polygon => strip(wall, -wall.thick / 2, lengthOf(wall) + wall.thick / 2);

function built({ walls, openings = [] }: TestPlan): MultiPolygon {
  const all = polygonClipping.union(walls.map(solid));
  const gaps = openings.map(({ wall, at, width }) => {
    const own = walls[wall]!;
    return strip({ ...own, thick: own.thick + 2 }, at - width / 2, at + width / 2);
  });
  return gaps.length === 0 ? all : polygonClipping.difference(all, ...gaps);
}

/** Areas that walls enclose when no opening is left open: square metres, rising. */
export function roomAreas({ walls }: TestPlan): number[] {
  const all = polygonClipping.union(walls.map(solid));
  return all.flatMap(([, ...holes]) => holes.map((hole) => Math.abs(ringArea(hole)) / 1e6)).sort((a, b) => a - b);
}

const ringArea = (ring: readonly Point[]): number =>
  ring.reduce((sum, [x, y], i) => {
    const [px, py] = ring[(i + ring.length - 1) % ring.length]!;
    return sum + (px * y - x * py) / 2;
  }, 0);

/** Where a place of the building stands on paper. */
export function onPaper({ scale = 50, at = [40, 40], turn = 0 }: TestPlan, [x, y]: Point): [number, number] {
  const rad = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
  return [at[0] + (x * cos - y * sin) / scale, at[1] + (x * sin + y * cos) / scale];
}

/** Walls as pieces that lie over each other at their corners, on paper: how many people fill them. */
export function bandsOf(plan: TestPlan): Point[][] {
  const gaps = (plan.openings ?? []).map(({ wall, at, width }) => {
    const own = plan.walls[wall]!;
    return strip({ ...own, thick: own.thick + 2 }, at - width / 2, at + width / 2);
  });
  return plan.walls.flatMap((wall) =>
    polygonClipping
      .difference([solid(wall)], ...gaps.map((gap) => [gap]))
      .flatMap(([ring]) => (ring ? [ring.slice(0, -1).map((point) => onPaper(plan, point))] : [])),
  );
}

/** What a plan is drawn with, on paper: outlines of walls, lines, and arcs of swings. */
export type PlanMark =
  | { readonly kind: "ring"; readonly points: readonly Point[] }
  | { readonly kind: "area"; readonly rings: readonly (readonly Point[])[] }
  | { readonly kind: "line"; readonly points: readonly [Point, Point]; readonly width: number }
  | { readonly kind: "arc"; readonly at: Point; readonly radius: number; readonly from: number; readonly to: number };

/** The marks of a plan, walls first. */
export function marksOf(plan: TestPlan): PlanMark[] {
  const { style = "outlines", pen = 0.5, walls, openings = [] } = plan;
  const marks = built(plan).flatMap((polygon): PlanMark[] => {
    const rings = polygon.map((ring) => ring.slice(0, -1).map((point) => onPaper(plan, point)));
    if (style === "areas") return [{ kind: "area", rings }];
    if (style === "outlines") return rings.map((points) => ({ kind: "ring", points }));
    return rings.flatMap((ring) =>
      ring.map((point, i) => ({ kind: "line", points: [point, ring[(i + 1) % ring.length]!], width: pen })),
    );
  });
  return [...marks, ...openings.flatMap((opening) => fitted(plan, walls[opening.wall]!, opening))];
}

/** What stands in an opening: a leaf with its swing, or two sills and a line of glass. */
function fitted(plan: TestPlan, wall: TestWall, { at, width, use }: TestOpening): PlanMark[] {
  const { scale = 50, turn = 0, glassPen = 0.25 } = plan;
  const length = lengthOf(wall);
  const [ux, uy] = [(wall.to[0] - wall.from[0]) / length, (wall.to[1] - wall.from[1]) / length];
  const place = (along: number, left: number): Point =>
    onPaper(plan, [wall.from[0] + ux * along - uy * left, wall.from[1] + uy * along + ux * left]);
  const [begin, end, half] = [at - width / 2, at + width / 2, wall.thick / 2];
  const line = (from: Point, to: Point): PlanMark => ({ kind: "line", points: [from, to], width: glassPen });
  if (use === "gap") return [];
  if (use === "window") return [-half, 0, half].map((side) => line(place(begin, side), place(end, side)));
  const way = (Math.atan2(uy, ux) * 180) / Math.PI + turn;
  const hinge = place(begin, half);
  return [
    line(hinge, place(begin, half + width)),
    { kind: "arc", at: hinge, radius: width / scale, from: way, to: way + 90 },
  ];
}

/** What programs that write five digits keep of places beyond 1,000 points: a tenth of a point, in millimetres. */
export const FIVE_DIGITS_MM = 0.1 * (25.4 / 72);

/** The content of a drawing of a plan; places are written in steps of `stepMm`. */
export function drawnPlan(plan: TestPlan, stepMm = 0.0001): string {
  const { pen = 0.5, glassPen = 0.25 } = plan;
  const put = (point: Point): string => point.map((each) => n(Math.round(each / stepMm) * stepMm)).join(" ");
  const path = (points: readonly Point[]): string =>
    points.map((point, i) => `${put(point)} ${i === 0 ? "m" : "l"}`).join(" ");
  const content = marksOf(plan).map((mark) => {
    if (mark.kind === "area") return `0.6 g ${mark.rings.map((ring) => `${path(ring)} h`).join("\n")}\nf* 0 g\n`;
    if (mark.kind === "ring") return `${pen} w ${path(mark.points)} s\n`;
    if (mark.kind === "line") return `${mark.width} w ${path(mark.points)} S\n`;
    return arc(mark.at[0], mark.at[1], mark.radius, mark.from, mark.to, glassPen);
  });
  return `[] 0 d 0 G\n${content.join("")}`;
}

/** A name and what is said below it, in the middle of a place of the building. */
export function label(plan: TestPlan, at: Point, ...lines: readonly string[]): string {
  const [x, y] = onPaper(plan, at);
  return lines.map((text, i) => lettering(text, x - text.length * 0.9, y - i * 4.5, 2.5)).join("");
}

/** A house of 12 × 8 m: three rooms, walls of 300 and 150, two doors and three windows of the demo office's lists. */
export const HOUSE: TestPlan = {
  walls: [
    { from: [0, 0], to: [12000, 0], thick: 300 },
    { from: [12000, 0], to: [12000, 8000], thick: 300 },
    { from: [12000, 8000], to: [0, 8000], thick: 300 },
    { from: [0, 8000], to: [0, 0], thick: 300 },
    { from: [7000, 0], to: [7000, 8000], thick: 150 },
    { from: [7000, 4000], to: [12000, 4000], thick: 150 },
  ],
  openings: [
    { wall: 4, at: 2000, width: 900, use: "door" },
    { wall: 5, at: 2500, width: 900, use: "door" },
    { wall: 0, at: 3500, width: 1200, use: "window" },
    { wall: 1, at: 6000, width: 1200, use: "window" },
    { wall: 2, at: 8000, width: 2400, use: "window" },
  ],
};
