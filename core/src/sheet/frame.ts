import type { Board, BoxMm } from "../drawing";
import { Lettered } from "../plot";
import {
  centringLines,
  drawingArea,
  titleBlockBox,
  zoneBox,
  zoneDivisions,
  zoneLines,
  type FrameEntry,
  type StandardLookup,
  type TitleCellEntry,
} from "../standard/plain";

export { drawingArea, titleBlockBox, zoneDivisions };

/** What fills a title block, by field; a field that is missing or blank is shown as empty. */
export type Particulars = Readonly<Record<string, string>>;

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
const EMPTY_TINT = 0xf3d9a8;

/** Draws borders, centring marks, zones and the filled title block. */
export function drawFrame(page: Board, frame: FrameEntry, particulars: Particulars, standard: StandardLookup): void {
  const area = drawingArea(frame);
  const widths = { frame: penOn(standard, frame.layers.frame, 0.7), cells: penOn(standard, frame.layers.cells, 0.25) };
  page.layer(frame.layers.frame).ink(0).fillInk(0).pen(widths.frame).rectangle(area).rectangle(titleBlockBox(frame));
  for (const line of centringLines(frame)) page.line(...line);
  page.layer(frame.layers.cells).pen(widths.cells);
  if (frame.zoneMm > 0) drawZones(page, frame, Lettered.near(page, standard, ZONE_TEXT_MM));
  drawTitleBlock(page, frame, particulars, standard);
}

/** Letters for the zones down the sheet: I and O could be read as figures and are left out (ISO 5457). */
export const ZONE_LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ";

function drawZones(page: Board, frame: FrameEntry, lettered: Lettered): void {
  const outer = zoneBox(frame);
  const [right, top] = [outer.x + outer.width, outer.y + outer.height];
  const area = drawingArea(frame);
  page.rectangle(outer);
  for (const line of zoneLines(frame)) page.line(...line);
  const middles = (length: number, low: number, high: number): number[] => {
    const stops = zoneDivisions(length, frame.zoneMm);
    return stops.slice(0, -1).map((from, i) => (Math.max(from, low) + Math.min(stops[i + 1] ?? from, high)) / 2);
  };
  const [below, above] = [(outer.y + area.y) / 2, (top + area.y + area.height) / 2];
  middles(frame.widthMm, outer.x, right).forEach((x, i) => {
    for (const y of [below, above])
      lettered.asWritten(String(i + 1), x, y - lettered.heightMm / 2, { align: "middle" });
  });
  // A stands at the top.
  middles(frame.heightMm, frame.heightMm - top, frame.heightMm - outer.y).forEach((fromTop, i) => {
    for (const x of [(outer.x + area.x) / 2, (right + area.x + area.width) / 2])
      lettered.asWritten(ZONE_LETTERS[i] ?? "", x, frame.heightMm - fromTop - lettered.heightMm / 2, {
        align: "middle",
      });
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
