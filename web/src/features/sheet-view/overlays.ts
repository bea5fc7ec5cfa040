import { boxOfPoints, cornersOfBox, grown, type PointMm } from "@hemstitch/core/drawing";
import type { Recognised } from "@hemstitch/core/recognise";

/** Kinds of things that were recognised, each drawn in its own way. */
export type OverlayKind =
  | "drawings"
  | "dimensions"
  | "hatches"
  | "leaders"
  | "lettering"
  | "guides"
  | "titles"
  | "signs"
  | "walls"
  | "rooms"
  | "grids";

/** Dark enough on the white sheet, and told apart by their dashes, too. */
export const OVERLAY_INK: Record<OverlayKind, string> = {
  drawings: "#4A6572",
  dimensions: "#2B4C7E",
  hatches: "#8A5300",
  leaders: "#7A3E6B",
  lettering: "#5B6472",
  guides: "#2C6E49",
  titles: "#6B4E16",
  signs: "#8C2F55",
  walls: "#9F2B1E",
  rooms: "#1F6F6B",
  grids: "#5A4A9C",
};
export const OVERLAY_DASHES: Record<OverlayKind, number[]> = {
  drawings: [14, 6],
  dimensions: [],
  hatches: [],
  leaders: [2, 3],
  lettering: [],
  guides: [8, 3, 2, 3],
  titles: [5, 3],
  signs: [2, 2],
  walls: [],
  rooms: [10, 3],
  grids: [12, 3, 2, 3],
};
const RING_PX = 6;
const FONT = "600 12px 'Archivo Variable', sans-serif";
const DOT_PX = 2.5;
/** Cells are outlined within their own lines. */
const CELL_INSET_MM = 0.8;

/** Room between what is written and the box around it. */
const SIGN_ROOM_MM = 0.8;
/** What is told by a word which of them it is; the others come in numbers and are plain to see. */
const NAMED_SIGNS: ReadonlySet<string> = new Set(["drawing title", "section", "elevation", "detail", "stamp"]);

/** What is shown over the sheet. */
export interface Overlay {
  readonly page: Recognised;
  readonly shown: ReadonlySet<OverlayKind>;
}

type At = (xMm: number, yMm: number) => readonly [number, number];

/** Draws what was recognised over the sheet. */
export function drawOverlay(context: CanvasRenderingContext2D, { page, shown }: Overlay, at: At): void {
  const outline = (kind: OverlayKind, points: readonly PointMm[], width = 1.25): void => {
    context.beginPath();
    for (const [x, y] of points) context.lineTo(...at(x, y));
    context.closePath();
    context.strokeStyle = OVERLAY_INK[kind];
    context.lineWidth = width;
    context.setLineDash(OVERLAY_DASHES[kind]);
    context.stroke();
    context.setLineDash([]);
  };
  if (shown.has("lettering")) {
    for (const { corners } of page.lettering) outline("lettering", corners, 0.75);
    for (const { corners } of page.blocks) outline("lettering", corners, 1.75);
  }
  if (shown.has("guides")) for (const { from, to, words } of page.guides) guide(context, at(...from), at(...to), words);
  if (shown.has("titles"))
    for (const { boxMm } of page.titles) outline("titles", cornersOfBox(grown(boxMm, -CELL_INSET_MM)), 1.5);
  if (shown.has("signs"))
    for (const { kind, boxMm } of page.signs) {
      outline("signs", cornersOfBox(grown(boxMm, SIGN_ROOM_MM)), 1.5);
      const [x, y] = at(boxMm.x - SIGN_ROOM_MM, boxMm.y + boxMm.height + SIGN_ROOM_MM);
      if (NAMED_SIGNS.has(kind)) label(context, kind, x, y - 3, OVERLAY_INK.signs);
    }
  if (shown.has("hatches")) for (const { ends } of page.hatches) lines(context, ends, at);
  if (shown.has("rooms"))
    for (const { ring, name, number, areaM2 } of page.rooms) {
      outline("rooms", ring, 2);
      const [x, y] = at(...middleOf(ring));
      const words = [number, name, areaM2 === undefined ? "" : `${areaM2.toFixed(1)} m²`].filter(Boolean).join(" ");
      label(context, words, x, y, OVERLAY_INK.rooms, "center");
    }
  if (shown.has("walls"))
    for (const { kind, from, to } of page.walls) wall(context, at(...from), at(...to), kind !== "wall");
  if (shown.has("grids"))
    for (const { from, to, words } of page.grids) {
      stroked(context, "grids", at(...from), at(...to), 1.5);
      const [x, y] = at(...from);
      label(context, words, x + 4, y - 5, OVERLAY_INK.grids);
    }
  if (shown.has("dimensions")) {
    for (const { from, to, agrees } of page.dimensions) dimension(context, at(...from), at(...to), agrees === false);
    for (const { from, to } of page.round) dimension(context, at(...from), at(...to), false);
  }
  if (shown.has("leaders")) for (const { from, tip } of page.leaders) leader(context, at(...from), at(...tip));
  if (shown.has("drawings"))
    for (const { boxMm, implied } of page.drawings) {
      outline("drawings", cornersOfBox(boxMm), 1.5);
      const [x, y] = at(boxMm.x, boxMm.y + boxMm.height);
      if (implied) label(context, implied.words, x + 4, y - 5);
    }
}

/** The middle of the box around corners. */
function middleOf(ring: readonly PointMm[]): PointMm {
  const { x, y, width, height } = boxOfPoints(ring);
  return [x + width / 2, y + height / 2];
}

function stroked(
  context: CanvasRenderingContext2D,
  kind: OverlayKind,
  from: readonly [number, number],
  to: readonly [number, number],
  width: number,
): void {
  context.strokeStyle = OVERLAY_INK[kind];
  context.lineWidth = width;
  context.setLineDash(OVERLAY_DASHES[kind]);
  context.beginPath();
  context.moveTo(...from);
  context.lineTo(...to);
  context.stroke();
  context.setLineDash([]);
}

/** A line along the middle of a wall; an opening in it has a dot at each jamb and is thinner. */
function wall(
  context: CanvasRenderingContext2D,
  from: readonly [number, number],
  to: readonly [number, number],
  isOpening: boolean,
): void {
  stroked(context, "walls", from, to, isOpening ? 1.25 : 3);
  if (!isOpening) return;
  context.fillStyle = OVERLAY_INK.walls;
  for (const [x, y] of [from, to]) {
    context.beginPath();
    context.arc(x, y, DOT_PX + 0.5, 0, 2 * Math.PI);
    context.fill();
  }
}

/** The lines of a hatch. */
function lines(context: CanvasRenderingContext2D, ends: Float32Array, at: At): void {
  context.beginPath();
  for (let i = 0; i + 3 < ends.length; i += 4) {
    context.moveTo(...at(ends[i] ?? 0, ends[i + 1] ?? 0));
    context.lineTo(...at(ends[i + 2] ?? 0, ends[i + 3] ?? 0));
  }
  context.strokeStyle = OVERLAY_INK.hatches;
  context.lineWidth = 1.5;
  context.stroke();
}

/** A line from point to point with a dot at each; one whose value is not its length is broken, too. */
function dimension(
  context: CanvasRenderingContext2D,
  from: readonly [number, number],
  to: readonly [number, number],
  isWrong: boolean,
): void {
  context.strokeStyle = context.fillStyle = OVERLAY_INK.dimensions;
  context.lineWidth = 2;
  context.globalAlpha = 0.55;
  context.setLineDash(isWrong ? [3, 3] : []);
  context.beginPath();
  context.moveTo(...from);
  context.lineTo(...to);
  context.stroke();
  context.setLineDash([]);
  context.globalAlpha = 1;
  for (const [x, y] of [from, to]) {
    context.beginPath();
    context.arc(x, y, DOT_PX, 0, 2 * Math.PI);
    context.fill();
  }
}

/** A line along a scale bar, or from the middle of a north point towards north, with what it says. */
function guide(
  context: CanvasRenderingContext2D,
  from: readonly [number, number],
  to: readonly [number, number],
  words: string,
): void {
  stroked(context, "guides", from, to, 2);
  label(context, words, to[0] + 4, to[1] - 5, OVERLAY_INK.guides);
}

/** Dots from where a leader begins to a ring around where it points. */
function leader(
  context: CanvasRenderingContext2D,
  from: readonly [number, number],
  tip: readonly [number, number],
): void {
  context.strokeStyle = OVERLAY_INK.leaders;
  context.lineWidth = 1.75;
  context.setLineDash(OVERLAY_DASHES.leaders);
  context.beginPath();
  context.moveTo(...from);
  context.lineTo(...tip);
  context.stroke();
  context.setLineDash([]);
  context.beginPath();
  context.arc(...tip, RING_PX, 0, 2 * Math.PI);
  context.stroke();
}

function label(
  context: CanvasRenderingContext2D,
  words: string,
  x: number,
  y: number,
  ink = OVERLAY_INK.drawings,
  align: CanvasTextAlign = "left",
): void {
  context.font = FONT;
  context.textAlign = align;
  context.lineWidth = 3;
  context.strokeStyle = "#fff";
  context.strokeText(words, x, y);
  context.fillStyle = ink;
  context.fillText(words, x, y);
}
