import Flatbush from "flatbush";
import { ARCS, pointOn } from "../arcs";
import {
  apart,
  boxOfPoints,
  contains,
  isInside,
  PAINT,
  pathBox,
  visibleStraightsOfRow,
  type Page,
  type PointMm,
} from "../../drawing";
import { DIMENSIONS } from "../dimensions/dimensions";
import { groundsOf } from "../grounds";
import { hatchRows, SURE_HATCH } from "../hatches/hatches";
import { LEADERS } from "../leaders";
import { LINE_WORK, LineWork } from "../line-work";
import { measuredOn, type PageFacts, type PageRecogniser } from "../recogniser";
import { SCALE_BARS, type ScaleBar } from "../scale-bars";
import { thinAt } from "../thin-areas";
import { isSwing } from "./swings";

/** Areas that are smaller are symbols; those with more corners are no walls. Millimetres. */
const LEAST_AREA_MM = 2;
const MOST_CORNERS = 2000;
/** Bands that are no wider than a pen are walls of a small scale where so many wider areas are filled. Millimetres. */
const LEAST_BAND_MM = 0.75;
const LEAST_AREAS = 3;
/** What is filled is looked up this far beside an edge. Millimetres. */
const BESIDE_MM = 0.03;
/** Swings of doors that are no smaller have leaves: how near to the hinge they begin, and how far their lengths may be off. */
const LEAST_SWING_MM = 3;
const HINGE_MM = 1;
const LEAF_SHARE = 0.06;
const MOST_LOOKED_AT = 2_000_000;
/** The width that edges of areas have here: they are as heavy as a line can be. Millimetres. */
export const EDGE_OF_AREA = 99;

/** What walls may be drawn with: continuous lines that are of no hatch, dimension or leader, and the edges of dark areas. */
export const OUTLINES: PageRecogniser<LineWork> = {
  id: "outlines-of-what-is-built",
  on: "page",
  ofDrawing: true,
  finds: "lines that can be outlines of what is built",
  from: "continuous lines that belong to no hatch, dimension or leader, and the edges of areas filled with a plain colour",
  find: (facts) => [measuredOn(facts.page.index, outlinesOf(facts))],
};

function outlinesOf(facts: PageFacts): LineWork {
  const { page } = facts;
  const { paths } = page;
  const lines = facts.of(LINE_WORK)[0]?.value;
  const taken = hatchRows(facts, SURE_HATCH);
  for (const { value } of facts.of(DIMENSIONS)) {
    const along = Math.atan2(value.carrier.along[1], value.carrier.along[0]);
    for (const row of value.rows) if (isFine(facts, row, along)) taken.add(row);
  }
  for (const { value } of facts.of(LEADERS)) for (const row of value.rows) taken.add(row);
  for (const { value } of facts.of(SCALE_BARS)) for (const row of rowsOfBar(facts, value)) taken.add(row);
  const rows: number[] = [];
  const ends: number[] = [];
  const widths: number[] = [];
  const lastRows: number[] = [];
  const add = (row: number, last: number, width: number, x1: number, y1: number, x2: number, y2: number): void => {
    if (x1 === x2 && y1 === y2) return;
    rows.push(row);
    lastRows.push(last);
    ends.push(x1, y1, x2, y2);
    widths.push(width);
  };
  const leaves = lines ? leavesOf(facts, lines) : new Set<number>();
  for (let i = 0; lines && i < lines.count; i++) {
    const row = lines.rows[i] ?? 0;
    if (!taken.has(row) && !leaves.has(i) && (paths.dash[row] ?? 0) === 0)
      add(row, lines.lastRows[i] ?? row, lines.widthMm[i] ?? 0, ...lines.end(i, 0), ...lines.end(i, 1));
  }
  for (const [row, ...edge] of outerEdges(page, taken)) add(row, row, EDGE_OF_AREA, ...edge);
  return new LineWork(
    Uint32Array.from(rows),
    Float32Array.from(ends),
    Float32Array.from(widths),
    Uint32Array.from(lastRows),
  );
}

/** Two lines as far apart as a wall is thick, and all that is drawn between them: a scale bar, with its figures beside it. */
function rowsOfBar(facts: PageFacts, { fromMm, toMm, figures }: ScaleBar): number[] {
  const reach = BAR_REACH * Math.max(0, ...figures.map(({ heightMm }) => heightMm));
  const box = boxOfPoints([fromMm, toMm], reach);
  return [...facts.near("paths", box)].filter((row) => contains(box, pathBox(facts.page.paths, row)));
}

/** A bar lies within so many heights of its figures. */
const BAR_REACH = 3.2;

/** Pieces of lines that are leaves of doors: they run from the hinge of a swing to one of its ends. */
function leavesOf(facts: PageFacts, lines: LineWork): Set<number> {
  const leaves = new Set<number>();
  let looked = 0;
  for (const arc of facts.of(ARCS)[0]?.value.all ?? []) {
    const { centreMm, radiusMm, fromDeg, sweepDeg } = arc;
    if (!isSwing(arc) || radiusMm < LEAST_SWING_MM) continue;
    const near = lines.near(boxOfPoints([centreMm], HINGE_MM));
    looked += near.length;
    if (looked > MOST_LOOKED_AT) break;
    const ends = [pointOn(arc, fromDeg), pointOn(arc, fromDeg + sweepDeg)];
    const reach = HINGE_MM + LEAF_SHARE * radiusMm;
    for (const i of near)
      if ([0, 1].some((which) => ends.some((end) => apart(lines.end(i, which as 0 | 1), end) <= reach))) leaves.add(i);
  }
  return leaves;
}

/** A line of a dimension that is no wall's: what crosses at its ends may be a wall's face, which is no short line. */
function isFine({ page: { paths } }: PageFacts, row: number, along: number): boolean {
  const { width, height } = pathBox(paths, row);
  const length = Math.hypot(width, height);
  const way = Math.atan2(height, width);
  const isAlong = Math.abs(Math.sin(way - Math.abs(along))) < 0.05 || Math.abs(Math.sin(way + Math.abs(along))) < 0.05;
  return isAlong || length < LONGEST_EXTENSION_MM;
}

/** Extension lines are shorter than this where they are short at all. Millimetres. */
const LONGEST_EXTENSION_MM = 8;

type Edge = readonly [row: number, x1: number, y1: number, x2: number, y2: number];

/** Edges of dark areas that are edges of all of them together: pieces of walls lie over each other at their corners. */
function outerEdges(page: Page, taken: ReadonlySet<number>): Edge[] {
  const areas = darkAreas(page)
    .filter((row) => !taken.has(row))
    .map((row) => {
      const edges: Edge[] = [];
      visibleStraightsOfRow(page, row, (x1, y1, x2, y2) => edges.push([row, x1, y1, x2, y2]));
      return { edges, corners: edges.map(([, x, y]): PointMm => [x, y]), outline: edges.flatMap(([, x, y]) => [x, y]) };
    });
  if (areas.length < 2) return areas.flatMap(({ edges }) => edges);
  const index = new Flatbush(areas.length);
  for (const { corners } of areas) {
    const { x, y, width, height } = boxOfPoints(corners);
    index.add(x, y, x + width, y + height);
  }
  index.finish();
  let left = MOST_LOOKED_AT;
  const isFilled = (x: number, y: number): boolean => {
    const around = left > 0 ? index.search(x, y, x, y) : [];
    left -= around.reduce((sum, i) => sum + (areas[i]?.corners.length ?? 0), 1);
    return around.some((i) => isInside(areas[i]?.outline ?? [], true, x, y));
  };
  /** Filled on both sides, at the middle and near both ends. */
  const isWithin = ([, x1, y1, x2, y2]: Edge): boolean => {
    const length = Math.hypot(x2 - x1, y2 - y1) || 1;
    const [nx, ny] = [(-(y2 - y1) / length) * BESIDE_MM, ((x2 - x1) / length) * BESIDE_MM];
    return [0.1, 0.5, 0.9].every((share) => {
      const [x, y] = [x1 + (x2 - x1) * share, y1 + (y2 - y1) * share];
      return isFilled(x + nx, y + ny) && isFilled(x - nx, y - ny);
    });
  };
  return areas.flatMap(({ edges }) => edges.filter((edge) => !isWithin(edge)));
}

/** Areas that can be filled walls. Bands as thin as a pen count where others on the page are filled, too. */
function darkAreas(page: Page): number[] {
  const { paths } = page;
  const isGround = groundsOf(page);
  const [areas, bands]: [number[], number[]] = [[], []];
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & (PAINT.fill | PAINT.stroke | PAINT.hidden)) !== PAINT.fill || (paths.fillPattern[row] ?? 0) !== 0)
      continue;
    if (paths.fillColour[row] === 0xffffff || isGround(row)) continue;
    const corners = (paths.firstPoint[row + 1] ?? 0) - (paths.firstPoint[row] ?? 0);
    if (corners < 3 || corners > MOST_CORNERS) continue;
    const { width, height } = pathBox(paths, row);
    if (Math.max(width, height) < LEAST_AREA_MM) continue;
    const thin = thinAt(page, row);
    if (!thin) areas.push(row);
    else if (thin.widthMm >= LEAST_BAND_MM) bands.push(row);
  }
  return areas.length >= LEAST_AREAS ? [...areas, ...bands] : areas;
}
