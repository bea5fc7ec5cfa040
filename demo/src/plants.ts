import type { Building } from "./building";
import { drawRow, styleFor, type RowPlace } from "./draw-plan";
import type { PenBoard } from "./pen-board";

/**
 * Faults in annotation, hatching and line work, each at an outbuilding or a patch of its own below the plan, so that it
 * is found there and nothing else is. What an inspection says of them is listed in `planted.ts`.
 */
export function drawPlants(board: PenBoard, building: Building): void {
  outbuildings(board, building);
  patches(board);
  strayMarks(board);
}

const WIDTH = 2400;
const DEPTH = 800;
const APART = 3000;
const BELOW = -4400;
const HALF = [0, WIDTH / 2, WIDTH];
const WHOLE = [0, WIDTH];

interface Row {
  readonly stops: readonly number[];
  readonly texts?: readonly string[];
  readonly more?: Partial<RowPlace["style"]>;
  /** Further out than the style has it, millimetres on paper. */
  readonly farther?: number;
  readonly figure?: "below";
}

/** One outbuilding for each fault, with its rows from the wall out. */
const OUTBUILDINGS: readonly (readonly Row[])[] = [
  // A value that was kept when the wall moved.
  [{ stops: HALF, texts: ["1200", "1250"] }],
  // A row that does not add up, though each value is its length to a tenth of a millimetre on paper.
  [{ stops: HALF, texts: ["1205", "1200"] }, { stops: WHOLE }],
  [{ stops: HALF, texts: ["1.20 m", "1200"] }],
  [{ stops: HALF, more: { terminatorMm: 4 } }],
  [{ stops: HALF, more: { overshootMm: 4 } }],
  [{ stops: HALF, farther: 3 }],
  // The whole inside its parts.
  [{ stops: WHOLE }, { stops: HALF }],
  [{ stops: HALF }, { stops: HALF }],
];

function outbuildings(board: PenBoard, building: Building): void {
  const usual = styleFor(board, building);
  OUTBUILDINGS.forEach((rows, i) => {
    const x = i * APART;
    board.on("A-WALL").box(x, BELOW, WIDTH, DEPTH);
    board.on("A-ANNO-DIMS");
    rows.forEach(({ stops, texts, more, farther = 0 }, n) => {
      let written = 0;
      drawRow(board, stops, n, {
        style: { ...usual, ...more },
        write: (mm) => texts?.[written++] ?? String(Math.round(mm)),
        at: (stop, outMm) => [x + stop, BELOW + DEPTH + (outMm + (outMm > usual.gapMm ? farther : 0)) * board.scale],
        angleDeg: 0,
      });
    });
  });
}

const PATCH_Y = -6400;

/** Hatched patches: another scale's spacing, no hatch of the office's, on a wall's layer, a gap in the outline. */
function patches(board: PenBoard): void {
  const patch = (i: number, layer: string, degrees: number, spacingMm: number): void => {
    const x = i * APART;
    board.on(layer);
    stripes(board, [x, PATCH_Y, 1600, 600], degrees, spacingMm * board.scale);
  };
  const outline = (i: number, gap: number): void => {
    const [x, right, top] = [i * APART, i * APART + 1600, PATCH_Y + 600];
    board
      .on("A-WALL")
      .line(x, PATCH_Y, right, PATCH_Y)
      .line(right, PATCH_Y, right, top - gap)
      .line(right, top, x, top)
      .line(x, top, x, PATCH_Y);
  };
  patch(0, "A-WALL-PATT", 45, 2.4);
  outline(0, 0);
  patch(1, "A-WALL-PATT", 30, 1.2);
  outline(1, 0);
  patch(2, "A-WALL", 45, 1.2);
  outline(2, 0);
  patch(3, "A-WALL-PATT", 45, 1.2);
  outline(3, 2 * board.scale);
  // Tiles of 300 mm that start with a sliver.
  board.on("A-FLOR-PATT");
  const x = 4 * APART;
  for (let at = 60; at < 1500; at += 300)
    board.line(x, PATCH_Y + at, x + 1500, PATCH_Y + at).line(x + at, PATCH_Y, x + at, PATCH_Y + 1500);
}

/** Parallel lines within an upright box. */
function stripes(
  board: PenBoard,
  [x, y, w, h]: readonly [number, number, number, number],
  degrees: number,
  spacing: number,
): void {
  const turn = (degrees * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const reach = w * Math.abs(uy) + h * Math.abs(ux);
  for (let off = -reach / 2 + spacing / 2; off < reach / 2; off += spacing) {
    const [px, py] = [x + w / 2 - uy * off, y + h / 2 + ux * off];
    const span = (from: number, to: number, at: number, step: number) =>
      step > 0 ? [(from - at) / step, (to - at) / step] : [(to - at) / step, (from - at) / step];
    const [[a = 0, b = 0], [c = 0, d = 0]] = [span(x, x + w, px, ux), span(y, y + h, py, uy)];
    const [from, to] = [Math.max(a, c), Math.min(b, d)];
    if (to - from > 0.5 * board.scale) board.line(px + ux * from, py + uy * from, px + ux * to, py + uy * to);
  }
}

/** Lettering and lines that went wrong one by one. */
function strayMarks(board: PenBoard): void {
  const [x, y] = [5.5 * APART, PATCH_Y];
  board.on("A-ANNO-TEXT").text("ROOM NAME", x, y, 3.5, "left");
  board.text("PLANT", x, y + 500, 2.5, "left").text("STORE", x + 150, y + 530, 2.5, "left");
  board.text("LEFTWARDS", x + 2600, y + 900, 2.5, "left", -90);
  board
    .on("A-FURN")
    .line(x, y + 900, x + 800, y + 900)
    .line(x, y + 900, x + 800, y + 900);
  board.text("SHELF", x + 1000, y + 900, 2.5, "left");
  // A corner that was not cleaned up: 1 mm on paper too long.
  board
    .on("A-DOOR")
    .line(x, y + 1100, x + 850, y + 1100)
    .line(x + 800, y + 1100, x + 800, y + 1500);
  board.on("A-GLAZ").page.ink(0xb02020);
  board.line(x + 1200, y + 1300, x + 2200, y + 1300);
  board.on("A-ANNO-NPLT").line(x, y + 1700, x + 2200, y + 1700);
  // A shade that was painted over a name.
  const [left, foot] = [5.5 * APART + 3600, PATCH_Y];
  board.on("A-ANNO-TEXT").text("SHADED", left + 100, foot + 100, 2.5, "left");
  const corners = [0, 900].map((along) => [left + along, foot] as const);
  board.on("A-FLOR-PATT").fill([...corners, ...corners.map(([px]) => [px, foot + 300] as const).reverse()], 0xc8c8c8);
  board.page.layer("a_glaz");
  board.page.ink(0).pen(0.25);
  board.line(x + 1200, y + 1500, x + 2200, y + 1500);
}
