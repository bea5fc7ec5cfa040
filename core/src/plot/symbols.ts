import type { Board } from "../drawing";
import type { Lettered } from "./lettered";

/** A north point: a circle with its needle, the north half filled. Its middle at (x, y). */
export function drawNorthPoint(
  board: Board,
  x: number,
  y: number,
  radiusMm: number,
  lettered: Lettered,
  turnDeg = 0,
): void {
  const turn = ((turnDeg + 90) * Math.PI) / 180;
  const at = (along: number, across: number): [number, number] => [
    x + along * Math.cos(turn) - across * Math.sin(turn),
    y + along * Math.sin(turn) + across * Math.cos(turn),
  ];
  const wing = radiusMm * 0.32;
  board.circle(x, y, radiusMm);
  board.fill([at(radiusMm, 0), at(-radiusMm * 0.55, wing), at(-radiusMm * 0.25, 0)]);
  board.polyline([at(radiusMm, 0), at(-radiusMm * 0.55, -wing), at(-radiusMm * 0.25, 0)], true);
  const letterMm = lettered.heightMm;
  const [lx, ly] = at(radiusMm + letterMm * 0.9, 0);
  lettered.asWritten("N", lx, ly - letterMm / 2, { align: "middle" });
}

/** A level tag: a triangle on its tip with the level written over a line. The tip at (x, y). */
export function drawLevelTag(board: Board, x: number, y: number, level: string, lettered: Lettered): void {
  const side = lettered.heightMm * 1.2;
  board.fill([
    [x, y],
    [x - side / 2, y + side * 0.87],
    [x + side / 2, y + side * 0.87],
  ]);
  const width = Math.max(lettered.textWidth(level) + 1, side);
  board.line(x - side / 2, y + side * 0.87, x + side / 2 + width, y + side * 0.87);
  lettered.asWritten(level, x + side / 2 + 0.5, y + side * 0.87 + 0.8);
}
