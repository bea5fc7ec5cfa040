import type { BoxMm } from "@hemstitch/core/drawing";
import { drawFrame, titleBlockBox } from "@hemstitch/core/sheet";
import { StandardLookup, type FrameEntry } from "@hemstitch/core/standard";
import { drawRow } from "./draw-plan";
import type { PenBoard } from "./pen-board";

/** A detail of the sheet: where the file says it is, what it is called, and what it shows, millimetres on paper. */
interface Detail {
  readonly place: BoxMm;
  readonly number: string;
  readonly title: string;
  /** The lower-left corner of what is drawn, and its size. */
  readonly drawn: BoxMm;
}

/** The second reaches into the place of the first, and the third up to the border. */
export const DETAILS: readonly Detail[] = [
  {
    place: { x: 40, y: 300, width: 240, height: 230 },
    number: "1",
    title: "EAVES DETAIL",
    drawn: { x: 90, y: 380, width: 120, height: 80 },
  },
  {
    place: { x: 268, y: 300, width: 240, height: 230 },
    number: "2",
    title: "SILL DETAIL",
    drawn: { x: 330, y: 380, width: 120, height: 80 },
  },
  {
    place: { x: 530, y: 300, width: 260, height: 284 },
    number: "3",
    title: "THRESHOLD DETAIL",
    drawn: { x: 590, y: 380, width: 120, height: 200 },
  },
];

/**
 * A sheet of details that went wrong as sheets do: drawings in each other's way, a detail that nobody is sent to, lettering
 * that is crammed or in another font. What an inspection says of it is listed in `planted.ts`.
 */
export function drawDetailSheet(board: PenBoard): void {
  const frame = board.standard.frames.find(({ id }) => id === "A1");
  if (!frame) throw new Error("The demo office's frame A1 is missing.");
  drawFrame(board.page, frame, TITLE_BLOCK, new StandardLookup(board.standard));
  writeOverField(board, frame);
  DETAILS.forEach((detail, i) => drawDetail(board, detail, i === 1));
  slips(board);
}

const TITLE_BLOCK = {
  owner: "Tarnwick Plan Room",
  client: "Saltmarsh Harbour Board",
  address: "Quay 2, Saltmarsh",
  title: "Details",
  supplement: "Openings",
  scale: "1:10",
  drawnBy: "O. Marrow",
  approvedBy: "I. Fenn",
  date: "2026-11-20",
  status: "For comment",
  number: "A-501",
  revision: "A",
  sheetOf: "3 of 3",
};

/** The name of the project by hand, which would have been set on two lines by the frame. */
function writeOverField({ page }: PenBoard, frame: FrameEntry): void {
  const cell = frame.titleBlock?.cells.find(({ field }) => field === "project");
  if (!cell) throw new Error("The demo office's frame has no field for the project.");
  const { x, y } = titleBlockBox(frame);
  const words = "Saltmarsh Ferry Landing, waiting hall, ticket office and boat store with its slip";
  page.text(words, x + cell.xMm + 2, y + cell.yMm + 2.5, { heightMm: 2.5, align: "left" });
}

/** An outline with a row of dimensions above it; in one of them the figures stand under their line. */
function drawDetail(board: PenBoard, { number, title, drawn }: Detail, isCrowded: boolean): void {
  const { page, scale } = board;
  const style = board.standard.dimensionStyles.find(({ id }) => id === "metric");
  if (!style) throw new Error("The demo office's dimension style is missing.");
  board.on("A-COLS");
  page.rectangle(drawn);
  board.on("A-ANNO-DIMS");
  const half = drawn.width / 2;
  drawRow(board, [0, half * scale, drawn.width * scale], 0, {
    style,
    write: (mm) => String(Math.round(mm)),
    at: (stop, outMm) => [drawn.x * scale + stop, (drawn.y - outMm) * scale],
    angleDeg: 0,
    ...(isCrowded ? { figureMm: -3.5 } : {}),
  });
  board.on("A-ANNO-TTLT");
  const [x, y] = [drawn.x + 9, 322];
  page.circle(x - 9, y, 5).text(number, x - 9, y - 1.25, { heightMm: 2.5, align: "middle" });
  page.text(title, x, y + 1.5, { heightMm: 5, align: "left" }).line(x - 1, y, x + 80, y);
  page.text("1:10", x, y - 4.5, { heightMm: 2.5, align: "left" });
}

function slips(board: PenBoard): void {
  const { page } = board;
  // Two of the details are referred to, the third is not.
  board.on("A-ANNO-NOTE");
  page.text("See 1/A-501 and the door schedule.", 60, 260, { heightMm: 2.5, align: "left" });
  page.text("See 2/A-501.", 60, 252, { heightMm: 2.5, align: "left" });
  // Too small once it is printed at half size, and in a font that is not the office's.
  page.text("Seal all joints against driven rain", 60, 240, { heightMm: 1.3, align: "left" });
  page.lettering({ families: ["Spline Sans Mono"] });
  page.text("Galvanised fixings", 60, 230, { heightMm: 2.5, align: "left" });
  page.lettering();
  // A standard note, but for a word.
  page.text("Work to written dimensions. Where a dimension is missing, ask; do not scale drawing.", 60, 222, {
    heightMm: 2.5,
    align: "left",
  });
  // Two edges that print as one.
  page.line(60, 210, 130, 210).line(60, 210.3, 130, 210.3);
  // Nobody has decided whether a detail shows beams; columns of the structure were switched off.
  board.on("S-BEAM");
  page.line(160, 210, 230, 210);
  page.layer("S-COLS", false).pen(0.7).line(160, 200, 230, 200);
  falseBar(board);
  board.on("A-ANNO-TTLT");
  page.text("Details of sills", 60, 550, { heightMm: 7, align: "left" });
}

/** A scale bar of a metre at 1:10 that was drawn for 1:20. */
function falseBar(board: PenBoard): void {
  const { page } = board;
  const [x, y, blockMm, blocks] = [300, 220, 12.5, 4];
  board.on("A-ANNO-TTLT");
  page.line(x, y, x + blocks * blockMm, y).line(x, y + 1.5, x + blocks * blockMm, y + 1.5);
  for (let i = 0; i <= blocks; i++) page.line(x + i * blockMm, y, x + i * blockMm, y + 1.5);
  for (const [i, words] of [
    [0, "0"],
    [2, "0.5"],
    [4, "1 m"],
  ] as const)
    page.text(words, x + i * blockMm, y - 4, { heightMm: 2.5, align: "middle" });
}
