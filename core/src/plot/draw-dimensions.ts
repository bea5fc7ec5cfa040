import type { Board, Point } from "../drawing";
import type { DimensionStyleEntry, Terminator } from "../standard/plain";
import type { LaidRow } from "./dimension-rows";

/** Where rows go: a point of the object's face, and the directions along it and out from it. */
export interface Side {
  readonly from: Point;
  /** Direction along, degrees: 0 for a level side, 90 for an upright one. */
  readonly alongDeg: 0 | 90;
  /** 1: rows lie to the left of the direction along (above a level side); -1: to its right. */
  readonly out: 1 | -1;
}

/** Left free between a dimension line and the text above it, millimetres. */
const TEXT_GAP_MM = 0.8;
const TEXT_PADDING_MM = 0.6;
const ARROW_HALF_DEG = 10;

const place = ({ from, alongDeg, out }: Side, along: number, away: number): Point =>
  alongDeg === 0 ? [from[0] + along, from[1] + away * out] : [from[0] - away * out, from[1] + along];

/** Draws laid rows with the pen, layer and inks that are set. */
export function drawRows(
  board: Board,
  style: DimensionStyleEntry,
  textMm: number,
  rows: readonly LaidRow[],
  side: Side,
): void {
  for (const row of rows) drawRow(board, style, textMm, row, side);
}

function drawRow(board: Board, style: DimensionStyleEntry, textMm: number, row: LaidRow, side: Side): void {
  const at = (along: number, away: number): Point => place(side, along, away);
  for (const { along, from, to } of row.extensions) board.line(...at(along, from), ...at(along, to));
  const inLine = style.textPlace === "in-line";
  row.values.forEach(({ text, along, room }, i) => {
    const [from = 0, to = 0] = [row.stops[i], row.stops[i + 1]];
    const width = board.textWidth(text, textMm);
    const across = style.textDirection === "level" && side.alongDeg === 90 ? textMm : width;
    const fits = across + 2 * TEXT_PADDING_MM <= room;
    const half = inLine && fits ? across / 2 + TEXT_PADDING_MM : 0;
    if (half > 0) {
      board.line(...at(from, row.outMm), ...at(along - half, row.outMm));
      board.line(...at(along + half, row.outMm), ...at(to, row.outMm));
    } else board.line(...at(from, row.outMm), ...at(to, row.outMm));
    writeValue(board, style, textMm, text, along, row.outMm, side, fits);
  });
  row.stops.forEach((along, i) => {
    // Arrows point outwards from the value between them.
    const ends = i === 0 ? [1] : i === row.stops.length - 1 ? [-1] : [1, -1];
    for (const towards of terminatorTurns(style.terminator, ends))
      drawTerminator(
        board,
        style.terminator,
        style.terminatorMm,
        at(along, row.outMm),
        side.alongDeg + (towards > 0 ? 180 : 0),
      );
  });
}

/** Arrows are drawn once for each value that ends there; ticks and dots once. */
const terminatorTurns = (terminator: Terminator, ends: readonly number[]): readonly number[] =>
  terminator === "filled-arrow" || terminator === "open-arrow" ? ends : ends.slice(0, 1);

function writeValue(
  board: Board,
  style: DimensionStyleEntry,
  textMm: number,
  text: string,
  along: number,
  outMm: number,
  side: Side,
  fits: boolean,
): void {
  const level = style.textDirection === "level" && side.alongDeg === 90;
  // Text that does not fit moves out by its height, so that it does not lie over its neighbours.
  const lift = fits ? 0 : textMm + TEXT_GAP_MM;
  const middle = style.textPlace === "in-line" ? -textMm / 2 : TEXT_GAP_MM;
  const [x, y] = place(side, along, outMm);
  if (level) {
    const left = style.textPlace === "in-line" ? 0 : -(board.textWidth(text, textMm) / 2 + TEXT_GAP_MM);
    board.text(text, x + left - lift * side.out, y - textMm / 2, { heightMm: textMm, align: "middle" });
  } else if (side.alongDeg === 90)
    board.text(text, x - middle - lift, y, { heightMm: textMm, align: "middle", angleDeg: 90 });
  else board.text(text, x, y + middle + lift, { heightMm: textMm, align: "middle" });
}

/** Draws a terminator at a point; `towardsDeg` is the direction that an arrow points to. */
export function drawTerminator(
  board: Board,
  terminator: Terminator,
  sizeMm: number,
  [x, y]: Point,
  towardsDeg: number,
): void {
  const turn = (deg: number): Point => [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  if (terminator === "oblique-tick") {
    const [dx, dy] = turn(towardsDeg + 45);
    board.line(x - (dx * sizeMm) / 2, y - (dy * sizeMm) / 2, x + (dx * sizeMm) / 2, y + (dy * sizeMm) / 2);
  } else if (terminator === "dot" || terminator === "circle")
    board.circle(x, y, sizeMm / 4, terminator === "dot" ? "f" : "S");
  else if (terminator === "filled-arrow" || terminator === "open-arrow") {
    const barb = (deg: number): Point => {
      const [dx, dy] = turn(towardsDeg + 180 + deg);
      return [x + dx * sizeMm, y + dy * sizeMm];
    };
    const points: Point[] = [barb(-ARROW_HALF_DEG), [x, y], barb(ARROW_HALF_DEG)];
    if (terminator === "filled-arrow") board.fill(points);
    else board.polyline(points);
  }
}
