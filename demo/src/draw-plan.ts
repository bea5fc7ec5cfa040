import { formatLength, Length } from "@hemstitch/core/quantity";
import type { DimensionStyleEntry } from "@hemstitch/core/standard";
import type { Building } from "./building";
import type { PenBoard } from "./pen-board";
import { isLevel, outline, pocheLines, solids, type Opening, type Wall } from "./walls";

/** Draws the floor plan of a building, in the order in which drawings are layered. */
export function drawPlan(board: PenBoard, building: Building): void {
  drawWalls(board, building);
  for (const wall of building.walls) for (const opening of wall.openings ?? []) drawOpening(board, wall, opening);
  drawInside(board, building);
  drawGrid(board, building);
  drawDimensions(board, building);
  drawRooms(board, building);
  drawSymbols(board, building);
}

function drawWalls(board: PenBoard, building: Building): void {
  const pieces = building.walls.flatMap(solids);
  board.on("A-WALL-PATT");
  for (const [x1, y1, x2, y2] of pocheLines(pieces, 1.2 * board.scale)) board.line(x1, y1, x2, y2);
  board.on("A-WALL");
  for (const [x1, y1, x2, y2] of outline(pieces)) board.line(x1, y1, x2, y2);
}

/** The ends of an opening on the wall's centre line, and the directions along and across. */
function frameOf(wall: Wall, { at, width }: Opening) {
  const along: [number, number] = isLevel(wall) ? [1, 0] : [0, 1];
  const left: [number, number] = isLevel(wall) ? [0, 1] : [-1, 0];
  const start: [number, number] = [Math.min(wall.from[0], wall.to[0]), Math.min(wall.from[1], wall.to[1])];
  const point = (distance: number, across: number): [number, number] => [
    start[0] + along[0] * distance + left[0] * across,
    start[1] + along[1] * distance + left[1] * across,
  ];
  return { point, begin: at - width / 2, end: at + width / 2, half: wall.thickness / 2 };
}

function drawOpening(board: PenBoard, wall: Wall, opening: Opening): void {
  if (opening.kind === "window") drawWindow(board, wall, opening);
  else if (opening.kind === "door") drawLeaf(board, wall, opening, opening.hinge ?? "begin", opening.width);
  else if (opening.kind === "double-door")
    for (const hinge of ["begin", "end"] as const) drawLeaf(board, wall, opening, hinge, opening.width / 2);
}

/** Half the thickness of a window's pane and frame, millimetres in the building. */
const PANE = 25;
/** Two lines of the usual pens nearer than this would print as one at half size. Millimetres on paper. */
const TWO_LINES_MM = 0.88;

/** Whether a thickness is shown by two lines at the board's scale; else by one. */
const canShow = (board: PenBoard, thickness: number): boolean => thickness / board.scale >= TWO_LINES_MM;

function drawWindow(board: PenBoard, wall: Wall, opening: Opening): void {
  const { point, begin, end, half } = frameOf(wall, opening);
  board.on("A-GLAZ-SILL");
  for (const across of [-half, half]) board.line(...point(begin, across), ...point(end, across));
  board.on("A-GLAZ");
  if (canShow(board, 2 * PANE)) {
    board.polyline([point(begin, -PANE), point(end, -PANE), point(end, PANE), point(begin, PANE)], true);
  } else board.line(...point(begin, 0), ...point(end, 0));
  if (opening.width > 1500)
    board.line(...point((begin + end) / 2, -half * 0.6), ...point((begin + end) / 2, half * 0.6));
}

function drawLeaf(board: PenBoard, wall: Wall, opening: Opening, hinge: "begin" | "end", width: number): void {
  const { point, begin, end, half } = frameOf(wall, opening);
  const turn = (opening.side ?? "left") === "left" ? 1 : -1;
  const across = half * turn;
  const [hingeAt, towards] = hinge === "begin" ? [begin, 1] : [end, -1];
  const leaf = 45;
  const corner = point(hingeAt, across);
  const tip = point(hingeAt, across + width * turn);
  const other = hingeAt + leaf * towards;
  board
    .on("A-DOOR")
    .polyline(
      canShow(board, leaf) ? [corner, tip, point(other, across + width * turn), point(other, across)] : [corner, tip],
      canShow(board, leaf),
    );
  const closed = point(hingeAt + width * towards, across);
  const angle = ([x, y]: readonly [number, number]): number =>
    (Math.atan2(y - corner[1], x - corner[0]) * 180) / Math.PI;
  let [from, to] = [angle(closed), angle(tip)];
  if (((to - from + 540) % 360) - 180 < 0) [from, to] = [to, from];
  if (to < from) to += 360;
  board.on("A-DOOR-SWNG").arc(corner[0], corner[1], width, from, to);
}

function drawInside(board: PenBoard, building: Building): void {
  board.on("A-COLS");
  const half = building.columnSize / 2;
  for (const [x, y] of building.columns)
    board
      .fill(
        [
          [x - half, y - half],
          [x + half, y - half],
          [x + half, y + half],
          [x - half, y + half],
        ],
        0x3a3a3a,
      )
      .box(x - half, y - half, 2 * half, 2 * half);
  board.on("A-FURN");
  for (const [x, y, width, height] of building.furniture)
    board.box(x, y, width, height).line(x, y + height * 0.8, x + width, y + height * 0.8);
  board.on("A-FLOR-FIXT");
  for (const [x, y] of building.fittings) board.box(x - 190, y + 150, 380, 170).circle(x, y - 30, 190);
  for (const stair of building.stairs) drawStair(board, stair);
  const { x0, y0, x1, y1 } = building.outside;
  const over = building.overhead;
  board.on("A-FLOR-OVHD").polyline(
    [
      [x0 - over, y0 - over],
      [x1 + over, y0 - over],
      [x1 + over, y1 + over],
      [x0 - over, y1 + over],
    ],
    true,
  );
}

function drawStair(board: PenBoard, { x, y, width, going, treads }: Building["stairs"][number]): void {
  board.on("A-FLOR-STRS").box(x, y, going * treads, width);
  for (let i = 1; i < treads; i++) board.line(x + i * going, y, x + i * going, y + width);
  const [middle, tip] = [y + width / 2, x + going * (treads - 0.6)];
  board.line(x + going / 2, middle, tip, middle).polyline([
    [tip - 220, middle + 110],
    [tip, middle],
    [tip - 220, middle - 110],
  ]);
  board.on("A-ANNO-TEXT").text("UP", x - 80, middle - 60, 2.5, "right");
}

const BUBBLE_MM = 5;
const GRID_OUT_MM = 56;

function drawGrid(board: PenBoard, { grid, outside }: Building): void {
  const out = GRID_OUT_MM * board.scale;
  const radius = BUBBLE_MM * board.scale;
  const [bottom, top, left, right] = [
    outside.y0 - 12 * board.scale,
    outside.y1 + out,
    outside.x0 - out,
    outside.x1 + 12 * board.scale,
  ];
  board.on("A-GRID");
  for (const x of grid.x) board.line(x, bottom, x, top);
  for (const y of grid.y) board.line(left, y, right, y);
  board.on("A-GRID-IDEN");
  grid.x.forEach((x, i) =>
    board.circle(x, top + radius, radius).text(String(i + 1), x, top + radius, 3.5, "middle", 0, 0, -1.75),
  );
  grid.y.forEach((y, i) =>
    board.circle(left - radius, y, radius).text("ABCDEFGH"[i] ?? "", left - radius, y, 3.5, "middle", 0, 0, -1.75),
  );
}

/** Rows from the building out: openings, grid, overall, as the office's dimension style for the building's units has them. */
function drawDimensions(board: PenBoard, building: Building): void {
  const { outside, grid, walls } = building;
  const style = styleFor(board, building);
  const write = (mm: number): string =>
    building.units === "metric"
      ? String(Math.round(mm))
      : formatLength(Length.of(mm, "mm"), { system: "feet-inches", finestFraction: 16 });
  const openings = (wall: Wall | undefined): number[] =>
    (wall?.openings ?? []).flatMap((each) => [each.at - each.width / 2, each.at + each.width / 2]);
  const across = [
    sorted([outside.x0, ...openings(walls[1]), outside.x1]),
    sorted([outside.x0, ...grid.x, outside.x1]),
    [outside.x0, outside.x1],
  ];
  const up = [
    sorted([outside.y0, ...openings(walls[2]), outside.y1]),
    sorted([outside.y0, ...grid.y, outside.y1]),
    [outside.y0, outside.y1],
  ];
  board.on("A-ANNO-DIMS");
  const place = (along: readonly [number, number], from: readonly [number, number]): RowPlace => ({
    style,
    write,
    at: (stop, outMm) => {
      const out = outMm * board.scale;
      return along[0] === 1 ? [stop, from[1] + out] : [from[0] - out, stop];
    },
    angleDeg: along[0] === 1 ? 0 : 90,
  });
  across.forEach((stops, n) => drawRow(board, stops, n, place([1, 0], [0, outside.y1])));
  up.forEach((stops, n) => drawRow(board, stops, n, place([0, 1], [outside.x0, 0])));
}

export function styleFor({ standard }: PenBoard, { units }: Building): DimensionStyleEntry {
  const style = standard.dimensionStyles.find(({ id }) => id === (units === "metric" ? "metric" : "feet-inches"));
  if (!style) throw new Error("The demo office's dimension styles are missing.");
  return style;
}

const sorted = (values: readonly number[]): number[] => [...new Set(values)].sort((a, b) => a - b);

/** Where a row of dimensions goes, and how it is drawn. */
export interface RowPlace {
  readonly style: DimensionStyleEntry;
  readonly write: (mm: number) => string;
  /** A place in the building: along the row, and so far out of the wall on paper. */
  readonly at: (stop: number, outMm: number) => [number, number];
  readonly angleDeg: 0 | 90;
  /** How far above the line figures stand; below it under nought. Paper millimetres, as the office has it unless said. */
  readonly figureMm?: number;
}

/** Between a dimension line and the figure above it. Paper millimetres. */
const FIGURE_GAP_MM = 1;
/** A stop nearer than this to the last one would put its figures on top of others'. Paper millimetres. */
const NARROW_MM = 8;

export function drawRow(
  board: PenBoard,
  stops: readonly number[],
  n: number,
  { style, write, at, angleDeg, figureMm = FIGURE_GAP_MM }: RowPlace,
): void {
  const out = style.firstRowMm + n * style.pitchMm;
  const tick = style.terminatorMm / 2 / Math.SQRT2;
  const half = tick * board.scale;
  board.line(...at(stops[0] ?? 0, out), ...at(stops.at(-1) ?? 0, out));
  stops.forEach((stop, i) => {
    const [x, y] = at(stop, out);
    board
      .line(...at(stop, Math.max(style.gapMm, out - style.extensionMm)), ...at(stop, out + style.overshootMm))
      .line(x - half, y - half, x + half, y + half);
    const next = stops[i + 1];
    if (next === undefined || (next - stop) / board.scale < NARROW_MM) return;
    const [mx, my] = at((stop + next) / 2, out);
    const [dx, dy] = angleDeg === 0 ? [0, figureMm] : [-figureMm, 0];
    board.onGround(write(next - stop), mx, my, 2.5, "middle", angleDeg, dx, dy);
  });
}

function drawRooms(board: PenBoard, building: Building): void {
  board.on("A-ANNO-TEXT");
  for (const { name, at, area } of building.rooms)
    board.onGround(name, at[0], at[1], 3.5, "middle", 0, 0, 3).onGround(area, at[0], at[1], 2.5, "middle", 0, 0, -4.5);
}

function drawSymbols(board: PenBoard, building: Building): void {
  const { scale } = board;
  const { outside } = building;
  const [x, y] = [outside.x1 + 45 * scale, outside.y1 - 5 * scale];
  board
    .on("A-ANNO-SYMB")
    .circle(x, y, 9 * scale)
    .polyline(
      [
        [x, y + 12 * scale],
        [x - 4 * scale, y - 6 * scale],
        [x, y - 3 * scale],
        [x + 4 * scale, y - 6 * scale],
      ],
      true,
    );
  board
    .fill(
      [
        [x, y + 12 * scale],
        [x, y - 3 * scale],
        [x + 4 * scale, y - 6 * scale],
      ],
      0x1b2a41,
    )
    .text("N", x, y, 5, "middle", 0, 0, 14);
  const [lx, ly] = building.rooms[0]?.at ?? [0, 0];
  board
    .polyline(
      [
        [lx - 26 * scale, ly],
        [lx - 23 * scale, ly - 3 * scale],
        [lx - 29 * scale, ly - 3 * scale],
      ],
      true,
    )
    .text(building.level, lx - 26 * scale, ly, 2.5, "middle", 0, 0, 1.5);
  drawSectionMarks(board, building);
  drawLegend(board, building);
}

function drawSectionMarks(board: PenBoard, { outside, grid }: Building): void {
  const s = board.scale;
  const y = ((grid.y[0] ?? 0) + (grid.y[1] ?? 0)) / 2;
  board.on("A-ANNO-SYMB");
  for (const [x, way] of [
    [outside.x0 - 50 * s, 1],
    [outside.x1 + 16 * s, -1],
  ] as const) {
    board
      .circle(x, y, 5 * s)
      .text("S1", x, y, 2.5, "middle", 0, 0, -1.25)
      .polyline([
        [x, y + 5 * s],
        [x + 6 * s * way, y + 5 * s],
      ]);
  }
}

const KEY: readonly (readonly [string, string])[] = [
  ["A-WALL", "Walls, cut"],
  ["A-DOOR", "Doors"],
  ["A-GLAZ", "Windows"],
  ["A-FLOR-OVHD", "Edges overhead"],
  ["A-GRID", "Grid lines"],
];

/** The layer key: a sample line and what it stands for, rows 7 mm apart on paper, so that it can be read at half the scale too. */
function drawLegend(board: PenBoard, { outside }: Building): void {
  const s = board.scale;
  const [x, y] = [outside.x1 + 28 * s, outside.y0 + 40 * s];
  board
    .on("A-ANNO-LEGN")
    .text("LEGEND", x, y, 3.5, "left", 0, 0, 4)
    .line(x, y + 2 * s, x + 42 * s, y + 2 * s);
  KEY.forEach(([layer, words], i) => {
    const row = y - (4 + i * 7) * s;
    board.on(layer).line(x, row, x + 16 * s, row);
    board.on("A-ANNO-LEGN").text(words, x + 19 * s, row, 2.5, "left", 0, 0, -1.25);
  });
}
