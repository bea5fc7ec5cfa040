import type { BoxMm } from "../drawing";
import type { FixedItemEntry, FrameEntry } from "./model";

/** A level or upright line of a frame, millimetres from the lower left corner of the paper. */
export type FrameLine = readonly [x1: number, y1: number, x2: number, y2: number];

/** Where a frame says nothing else: the band of its zones and the reach of its centring marks (ISO 5457, from memory). */
const USUAL_MM = { zoneBand: 5, centring: 5 };

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

/** Where a fixed item of a frame stands on the sheet. */
export function itemBox(frame: FrameEntry, item: FixedItemEntry): BoxMm {
  const area = drawingArea(frame);
  return { x: area.x + item.xMm, y: area.y + item.yMm, width: item.widthMm, height: item.heightMm };
}

/** The four sides of a box: lower, upper, left, right. */
export const sidesOf = ({ x, y, width, height }: BoxMm): readonly [FrameLine, FrameLine, FrameLine, FrameLine] => [
  [x, y, x + width, y],
  [x, y + height, x + width, y + height],
  [x, y, x, y + height],
  [x + width, y, x + width, y + height],
];

/** Centring marks: from the edges of the paper over the border. */
export function centringLines(frame: FrameEntry): FrameLine[] {
  if (!frame.centringMarks) return [];
  const area = drawingArea(frame);
  const reach = frame.centringMm ?? USUAL_MM.centring;
  const [cx, cy] = [frame.widthMm / 2, frame.heightMm / 2];
  return [
    [cx, 0, cx, area.y + reach],
    [cx, frame.heightMm, cx, area.y + area.height - reach],
    [0, cy, area.x + reach, cy],
    [frame.widthMm, cy, area.x + area.width - reach, cy],
  ];
}

/** The outer edge of the zones. */
export function zoneBox(frame: FrameEntry): BoxMm {
  const band = frame.zoneBandMm ?? USUAL_MM.zoneBand;
  const { leftMm, rightMm, topMm, bottomMm } = frame.border;
  const [x, y] = [leftMm - band, bottomMm - band];
  return { x, y, width: frame.widthMm - rightMm + band - x, height: frame.heightMm - topMm + band - y };
}

/** Marks between the zones: across the sheet and down it. */
export function zoneLines(frame: FrameEntry): FrameLine[] {
  if (frame.zoneMm <= 0) return [];
  const [area, outer] = [drawingArea(frame), zoneBox(frame)];
  const [right, top] = [area.x + area.width, area.y + area.height];
  const across = zoneDivisions(frame.widthMm, frame.zoneMm).slice(1, -1);
  const down = zoneDivisions(frame.heightMm, frame.zoneMm)
    .slice(1, -1)
    .map((from) => frame.heightMm - from);
  return [
    ...across.flatMap((x): FrameLine[] => [
      [x, outer.y, x, area.y],
      [x, outer.y + outer.height, x, top],
    ]),
    ...down.flatMap((y): FrameLine[] => [
      [outer.x, y, area.x, y],
      [outer.x + outer.width, y, right, y],
    ]),
  ];
}

/** Zone fields counted from the centring marks outwards, the last ones taking what is left (ISO 5457). */
export function zoneDivisions(length: number, zoneMm: number): number[] {
  const half = length / 2;
  const count = Math.max(1, Math.round(half / zoneMm));
  const inner = Array.from({ length: count - 1 }, (_, i) => (i + 1) * zoneMm);
  return [0, ...inner.map((each) => half - each).reverse(), half, ...inner.map((each) => half + each), length];
}
