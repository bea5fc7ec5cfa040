import type { Board, BoxMm } from "../drawing";
import { drawLayerKey, KEY_ROW_MM, Lettered } from "../plot";
import { itemBox, type FrameEntry, type LayerEntry, type StandardLookup } from "../standard/plain";
import { penOn } from "./frame";

export { itemBox };

const PADDING_MM = 2;
const TITLE_MM = 3.5;
const TEXT_MM = 2.5;
const LINE_MM = 4.2;
const REVISION_ROW_MM = 6;
/** Columns of a revision table, as shares of its width; the words take what the others leave. */
const REVISION_COLUMNS = [
  { title: "Rev.", share: 0.12 },
  { title: "Date", share: 0.23 },
  { title: "What", share: 0.65 },
];

/**
 * Draws the fixed items of a frame: each in its outline with its title, a revision table ruled, standard notes
 * set, the layers of the sheet as a legend. What does not fit its area is left out and marked with an ellipsis.
 * The picture of a stamp is put into its area by whoever can draw pictures.
 */
export function drawFixedItems(
  page: Board,
  frame: FrameEntry,
  standard: StandardLookup,
  legend: readonly LayerEntry[],
): void {
  for (const item of frame.items ?? []) {
    const box = itemBox(frame, item);
    begin(page, frame, standard);
    page.rectangle(box);
    const titles = Lettered.near(page, standard, TITLE_MM);
    const top = box.y + box.height - PADDING_MM - titles.heightMm;
    if (item.kind === "stamp") {
      if (item.sha256 === undefined) titles.words(item.title, box.x + PADDING_MM, top);
      continue;
    }
    titles.words(item.title, box.x + PADDING_MM, top);
    const room = { ...box, height: top - PADDING_MM - box.y };
    if (item.kind === "notes") drawNotes(page, room, standard);
    else if (item.kind === "revisions") drawRevisions(page, room, standard);
    else drawLegend(page, room, frame, standard, legend);
  }
}

function begin(page: Board, frame: FrameEntry, standard: StandardLookup): void {
  page
    .layer(frame.layers.cells)
    .ink(0)
    .fillInk(0)
    .pen(penOn(standard, frame.layers.cells, 0.25));
}

function drawNotes(page: Board, room: BoxMm, standard: StandardLookup): void {
  const text = Lettered.near(page, standard, TEXT_MM);
  const lines = standard.standard.notes.flatMap((note, i) =>
    text.wrapped(`${i + 1}  ${note.text}`, room.width - 2 * PADDING_MM),
  );
  const fit = Math.max(0, Math.floor(room.height / LINE_MM));
  const shown = lines.length > fit ? [...lines.slice(0, Math.max(0, fit - 1)), "…"].slice(0, fit) : lines;
  shown.forEach((line, i) =>
    text.asWritten(line, room.x + PADDING_MM, room.y + room.height - text.heightMm - i * LINE_MM),
  );
}

function drawRevisions(page: Board, room: BoxMm, standard: StandardLookup): void {
  const heads = Lettered.near(page, standard, TEXT_MM);
  const rows = Math.floor(room.height / REVISION_ROW_MM);
  for (let row = 0; row < rows; row++) {
    const y = room.y + room.height - row * REVISION_ROW_MM;
    page.line(room.x, y, room.x + room.width, y);
  }
  let x = room.x;
  for (const { title, share } of REVISION_COLUMNS) {
    if (x > room.x) page.line(x, room.y, x, room.y + room.height);
    if (rows > 0) heads.words(title, x + PADDING_MM, room.y + room.height - (REVISION_ROW_MM + heads.heightMm) / 2);
    x += share * room.width;
  }
}

function drawLegend(
  page: Board,
  room: BoxMm,
  frame: FrameEntry,
  standard: StandardLookup,
  layers: readonly LayerEntry[],
): void {
  const fit = Math.max(0, Math.floor((room.height - PADDING_MM) / KEY_ROW_MM));
  drawLayerKey(page, standard, layers.slice(0, fit), room.x + PADDING_MM, room.y + room.height - KEY_ROW_MM, {
    layer: frame.layers.cells,
    penMm: penOn(standard, frame.layers.cells, 0.25),
    style: standard.nearestTextStyle(TEXT_MM),
    usualMm: TEXT_MM,
  });
}
