import type { Building } from "./building";
import { drawRow, styleFor } from "./draw-plan";
import type { PenBoard } from "./pen-board";

/** Heights above the floor, millimetres in the building. */
const EAVES = 3000;
const RIDGE = 5400;
const SILL = 900;
const HEAD = 2100;
const BOAT_STORE_HEAD = 2700;
/** What frames and leaves leave around a pane or panel. Millimetres in the building. */
const FRAME = 60;
const RAIL = 180;

/** An opening of the south wall by its middle, and how far it sits too low. Millimetres in the building. */
interface Low {
  readonly at: number;
  readonly by: number;
}

/** Draws the south side of a building as it is seen from the street: what the plan's first wall has, by its heights. */
export function drawSouthElevation(board: PenBoard, building: Building, low?: Low): void {
  const { outside, walls, overhead } = building;
  const [x0, x1] = [outside.x0, outside.x1];
  board.on("L-SITE").line(x0 - 1500, 0, x1 + 1500, 0);
  board.on("A-WALL-PRHT");
  board.line(x0, 0, x0, EAVES).line(x1, 0, x1, EAVES);
  board.polyline(
    [
      [x0 - overhead, EAVES],
      [x1 + overhead, EAVES],
      [x1 - 3600, RIDGE],
      [x0 + 3600, RIDGE],
    ],
    true,
  );
  for (const { at, width, kind } of walls[0]?.openings ?? []) {
    const begin = at - width / 2;
    const down = low?.at === at ? low.by : 0;
    if (kind === "window") drawWindow(board, begin, width, SILL - down, HEAD - down);
    else drawDoors(board, begin, width, width > 3000 ? BOAT_STORE_HEAD : HEAD);
  }
  drawLevels(board, x1 + 2400);
  drawDimensions(board, building);
  drawTitle(board, x0);
}

/** Frame, two casements and what is between them. */
function drawWindow(board: PenBoard, x: number, width: number, sill: number, head: number): void {
  board.on("A-GLAZ").box(x, sill, width, head - sill);
  for (const begin of [x, x + width / 2])
    board.box(begin + FRAME, sill + FRAME, width / 2 - 2 * FRAME, head - sill - 2 * FRAME);
}

/** One leaf or two, each with a panel. */
function drawDoors(board: PenBoard, x: number, width: number, head: number): void {
  const leaves = width > 1200 ? 2 : 1;
  const leaf = width / leaves;
  board.on("A-DOOR").box(x, 0, width, head);
  for (let i = 0; i < leaves; i++) board.box(x + i * leaf + RAIL, RAIL, leaf - 2 * RAIL, head - 2 * RAIL);
}

function drawLevels(board: PenBoard, x: number): void {
  const s = board.scale;
  for (const metres of [0, EAVES / 1000, RIDGE / 1000]) {
    const y = metres * 1000;
    board
      .on("A-ANNO-SYMB")
      .line(x, y, x + 16 * s, y)
      .polyline(
        [
          [x + 4 * s, y],
          [x + 6 * s, y + 3 * s],
          [x + 2 * s, y + 3 * s],
        ],
        true,
      );
    board
      .on("A-ANNO-TEXT")
      .text(`${metres === 0 ? "" : "+"}${metres.toFixed(2)}`, x + 7 * s, y, 2.5, "left", 0, 0, 1.5);
  }
}

/** Openings and the whole length, below the ground. */
function drawDimensions(board: PenBoard, building: Building): void {
  const { x0, x1 } = building.outside;
  const jambs = (building.walls[0]?.openings ?? []).flatMap(({ at, width }) => [at - width / 2, at + width / 2]);
  board.on("A-ANNO-DIMS");
  [
    [x0, ...jambs, x1],
    [x0, x1],
  ].forEach((stops, n) =>
    drawRow(board, stops, n, {
      style: styleFor(board, building),
      write: (mm) => String(Math.round(mm)),
      at: (stop, outMm) => [stop, -outMm * board.scale],
      angleDeg: 0,
    }),
  );
}

function drawTitle(board: PenBoard, x: number): void {
  const s = board.scale;
  const y = -48 * s;
  board
    .on("A-ANNO-TTLT")
    .text("SOUTH ELEVATION", x, y, 5, "left", 0, 0, 1.5)
    .line(x, y, x + 90 * s, y)
    .text("1:50", x, y, 2.5, "left", 0, 0, -4.5);
}
