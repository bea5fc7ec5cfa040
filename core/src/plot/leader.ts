import type { Board, Point } from "../drawing";
import type { DimensionStyleEntry } from "../standard/plain";
import { drawTerminator } from "./draw-dimensions";
import type { Lettered } from "./lettered";

/** Length of the level piece that carries a label, and the gap before the label, millimetres. */
const LANDING_MM = 4;
const GAP_MM = 1;

/** Where the label of a leader with this knee begins, millimetres. */
export const labelFrom = (knee: Point): number => knee[0] + LANDING_MM + GAP_MM;

/** A leader from its tip over its knee to a label on its right, with the pen and layer that are set. */
export function drawLeader(
  board: Board,
  style: Pick<DimensionStyleEntry, "leaderTerminator" | "leaderTerminatorMm">,
  label: string,
  lettered: Lettered,
  tip: Point,
  knee: Point,
): void {
  board.polyline([tip, knee, [knee[0] + LANDING_MM, knee[1]]]);
  const towards = (Math.atan2(tip[1] - knee[1], tip[0] - knee[0]) * 180) / Math.PI;
  drawTerminator(board, style.leaderTerminator, style.leaderTerminatorMm, tip, towards);
  lettered.asWritten(label, labelFrom(knee), knee[1] - lettered.heightMm / 2);
}
