import type { Board, BoxMm } from "../drawing";
import { Lettered } from "../plot";
import type { FrameEntry, StandardLookup, TitleCellEntry } from "../standard/plain";

/** What fills a title block, by field; a field that is missing or blank is shown as empty. */
export type Particulars = Readonly<Record<string, string>>;

/** The room inside a frame's borders. */
export function drawingArea(frame: FrameEntry): BoxMm {
  const { leftMm, rightMm, topMm, bottomMm } = frame.border;
  return { x: leftMm, y: bottomMm, width: frame.widthMm - leftMm - rightMm, height: frame.heightMm - topMm - bottomMm };
}

/** Where the title block stands: the lower right corner of the drawing area (ISO 5457). */
export function titleBlockBox(frame: FrameEntry): BoxMm {
  const area = drawingArea(frame);
  const { widthMm, heightMm } = frame.titleBlock;
  return { x: area.x + area.width - widthMm, y: area.y, width: widthMm, height: heightMm };
}

/** The bays of a frame in rows from the top; the title block's room is left out of the last row where it stands. */
export function bayBoxes(frame: FrameEntry): BoxMm[] {
  if (!frame.bays) return [];
  const { columns, rows, gapMm } = frame.bays;
  const [area, block] = [drawingArea(frame), titleBlockBox(frame)];
  const width = (area.width - gapMm * (columns + 1)) / columns;
  const height = (area.height - gapMm * (rows + 1)) / rows;
  return Array.from({ length: columns * rows }, (_, i): BoxMm => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const x = area.x + gapMm + column * (width + gapMm);
    const y = area.y + area.height - (row + 1) * (height + gapMm);
    const under = x + width > block.x && y < block.y + block.height;
    const lift = under ? block.y + block.height + gapMm - y : 0;
    return { x, y: y + lift, width, height: height - lift };
  }).filter((bay) => bay.width > 0 && bay.height > 0);
}

/** Fields of a frame's title block that have nothing to show. */
export const emptyFields = (frame: FrameEntry, particulars: Particulars): TitleCellEntry[] =>
  frame.titleBlock.cells.filter((cell) => (particulars[cell.field] ?? "").trim() === "");

/** Pen of the layer that part of a frame is drawn on, else a usual one. Millimetres. */
export const penOn = (standard: StandardLookup, layer: string, usual: number): number =>
  standard.penOf(standard.layer(layer))?.widthMm ?? usual;

const LABEL_MM = 1.8;
const PADDING_MM = 1.5;
const ZONE_TEXT_MM = 3.5;
const SMALLEST_TEXT_MM = 1.8;
/** Centring marks reach this far over the frame (ISO 5457, from memory). */
const CENTRING_MM = 5;
const EMPTY_TINT = 0xf3d9a8;

/** Draws borders, centring marks, zones and the filled title block. */
export function drawFrame(page: Board, frame: FrameEntry, particulars: Particulars, standard: StandardLookup): void {
  const area = drawingArea(frame);
  const widths = { frame: penOn(standard, frame.layers.frame, 0.7), cells: penOn(standard, frame.layers.cells, 0.25) };
  page.layer(frame.layers.frame).ink(0).fillInk(0).pen(widths.frame).rectangle(area).rectangle(titleBlockBox(frame));
  if (frame.centringMarks) drawCentringMarks(page, frame, area);
  page.layer(frame.layers.cells).pen(widths.cells);
  if (frame.zoneMm > 0) drawZones(page, frame, area, Lettered.near(page, standard, ZONE_TEXT_MM));
  drawTitleBlock(page, frame, particulars, standard);
}

function drawCentringMarks(page: Board, frame: FrameEntry, area: BoxMm): void {
  const [cx, cy] = [frame.widthMm / 2, frame.heightMm / 2];
  page.line(cx, 0, cx, area.y + CENTRING_MM).line(cx, frame.heightMm, cx, area.y + area.height - CENTRING_MM);
  page.line(0, cy, area.x + CENTRING_MM, cy).line(frame.widthMm, cy, area.x + area.width - CENTRING_MM, cy);
}

/** Letters for the zones down the sheet: I and O could be read as figures and are left out (ISO 5457). */
export const ZONE_LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ";

/** Zone fields counted from the centring marks outwards, the last ones taking what is left (ISO 5457). */
export function zoneDivisions(length: number, zoneMm: number): number[] {
  const half = length / 2;
  const count = Math.max(1, Math.round(half / zoneMm));
  const inner = Array.from({ length: count - 1 }, (_, i) => (i + 1) * zoneMm);
  return [0, ...inner.map((each) => half - each).reverse(), half, ...inner.map((each) => half + each), length];
}

function drawZones(page: Board, frame: FrameEntry, area: BoxMm, lettered: Lettered): void {
  const outer = 5;
  const left = area.x - outer;
  const across = zoneDivisions(frame.widthMm, frame.zoneMm);
  const down = zoneDivisions(frame.heightMm, frame.zoneMm);
  page.rectangle({ x: left, y: outer, width: frame.widthMm - outer - left, height: frame.heightMm - 2 * outer });
  across.slice(0, -1).forEach((from, i) => {
    const to = across[i + 1] ?? from;
    const label = String(i + 1);
    const middle = (Math.max(from, left) + Math.min(to, frame.widthMm - outer)) / 2;
    for (const y of [outer + 0.75, frame.heightMm - outer - 4.25])
      lettered.asWritten(label, middle, y, { align: "middle" });
    if (i > 0) page.line(from, outer, from, area.y).line(from, frame.heightMm - outer, from, area.y + area.height);
  });
  down.slice(0, -1).forEach((from, i) => {
    const to = down[i + 1] ?? from;
    // A stands at the top.
    const label = ZONE_LETTERS[i] ?? "";
    const middle = frame.heightMm - (Math.max(from, outer) + Math.min(to, frame.heightMm - outer)) / 2;
    for (const x of [left + outer / 2, frame.widthMm - outer - outer / 2])
      lettered.asWritten(label, x, middle - lettered.heightMm / 2, { align: "middle" });
    const y = frame.heightMm - from;
    if (i > 0) page.line(left, y, area.x, y).line(frame.widthMm - outer, y, area.x + area.width, y);
  });
}

function drawTitleBlock(page: Board, frame: FrameEntry, particulars: Particulars, standard: StandardLookup): void {
  const labels = Lettered.near(page, standard, LABEL_MM);
  const block = titleBlockBox(frame);
  for (const cell of frame.titleBlock.cells) {
    const [x, y] = [block.x + cell.xMm, block.y + cell.yMm];
    const value = (particulars[cell.field] ?? "").trim();
    if (value === "")
      page
        .fillInk(EMPTY_TINT)
        .rectangle({ x: x + 0.5, y: y + 0.5, width: cell.widthMm - 1, height: cell.heightMm - 1 }, "f")
        .fillInk(0);
    if (cell.xMm > 0) page.line(x, y, x, y + cell.heightMm);
    if (cell.yMm > 0) page.line(x, y, x + cell.widthMm, y);
    labels.words(cell.label, x + PADDING_MM, y + cell.heightMm - labels.heightMm - 1);
    if (value !== "") drawValue(page, cell, value, x, y, standard);
  }
}

/** Lettering heights to fall back on where a text is too long for its cell; each is a standard height. */
const STEPS_DOWN = [5, 3.5, 2.5, SMALLEST_TEXT_MM];

function drawValue(
  page: Board,
  cell: TitleCellEntry,
  value: string,
  x: number,
  y: number,
  standard: StandardLookup,
): void {
  const room = cell.widthMm - 2 * PADDING_MM;
  const near = (heightMm: number): Lettered => Lettered.near(page, standard, heightMm);
  const lettered =
    [cell.textMm, ...STEPS_DOWN.filter((each) => each < cell.textMm)]
      .map(near)
      .find((each) => each.widthOfWords(value) <= room) ?? near(SMALLEST_TEXT_MM);
  // What does not fit at the smallest height is cut rather than drawn over the next cell.
  lettered.asWritten(lettered.shortened(value, room), x + PADDING_MM, y + PADDING_MM + 0.4);
}
