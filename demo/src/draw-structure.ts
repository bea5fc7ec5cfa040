import type { Building } from "./building";
import type { PenBoard } from "./pen-board";
import { solids } from "./walls";

/** The outside consultant's foundation plan: right in substance, on layers of their own names. */
export function drawStructure(board: PenBoard, building: Building): void {
  const { page } = board;
  const s = board.scale;
  const { grid, outside } = building;
  const use = (layer: string, widthMm: number, dashMm: readonly number[] = []): PenBoard => {
    page.layer(layer).ink(0).fillInk(0).pen(widthMm, dashMm);
    return board;
  };
  use("STR_GRID", 0.18, [4.32, 0.54, 0.09, 0.54]);
  for (const x of grid.x) board.line(x, outside.y0 - 12 * s, x, outside.y1 + 30 * s);
  for (const y of grid.y) board.line(outside.x0 - 30 * s, y, outside.x1 + 12 * s, y);
  use("Footings", 0.6);
  for (const wall of building.walls.slice(0, 4))
    for (const { x0, y0, x1, y1 } of solids({ ...wall, openings: [], thickness: wall.thickness * 4 }))
      board.box(x0, y0, x1 - x0, y1 - y0);
  use("STR_COLUMNS", 0.7);
  for (const x of grid.x)
    for (const y of grid.y) board.box(x - 100, y - 100, 200, 200).line(x - 100, y - 100, x + 100, y + 100);
  use("Beams steel", 0.35, [4.2, 1.05]);
  for (const y of grid.y)
    for (let i = 0; i + 1 < grid.x.length; i++)
      board.line((grid.x[i] ?? 0) + 200, y + 60, (grid.x[i + 1] ?? 0) - 200, y + 60);
  use("Layer 1", 0.25);
  for (const y of [outside.y0 - 8 * s, outside.y1 + 8 * s]) board.line(outside.x0, y, outside.x1, y);
  use("TXT 2", 0.25);
  grid.x.forEach((x, i) => board.onGround(`F${i + 1}`, x, grid.y[1] ?? 0, 2.5, "left", 0, 4, 4));
  board.text("FOUNDATION PLAN: TOP OF FOOTINGS AT -3'-6\"", outside.x0, outside.y0, 3.5, "left", 0, 0, -20);
}
