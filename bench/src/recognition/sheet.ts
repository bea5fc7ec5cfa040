import { Chance } from "./chance";
import { drawRow, type Row } from "./draw-dimensions";
import { drawRound } from "./draw-round";
import { lookOf, type Look, type Units } from "./dimension-style";
import { Pen } from "./pen";
import type { Point, Scene, TrueDrawing, TrueHatch } from "./scene";

interface SheetKind {
  readonly size: readonly [number, number];
  readonly metric: boolean;
}

const SHEETS: readonly SheetKind[] = [
  { size: [594, 420], metric: true },
  { size: [841, 594], metric: true },
  { size: [420, 297], metric: true },
  { size: [914.4, 609.6], metric: false },
  { size: [609.6, 457.2], metric: false },
];
const METRIC: readonly (readonly [number, string])[] = [
  [20, "1:20"],
  [50, "1:50"],
  [50, "1:50"],
  [100, "1:100"],
  [100, "1:100"],
  [200, "1:200"],
];
const IMPERIAL: readonly (readonly [number, string])[] = [
  [24, `1/2" = 1'-0"`],
  [48, `1/4" = 1'-0"`],
  [48, `1/4" = 1'-0"`],
  [96, `1/8" = 1'-0"`],
];

/** A sheet of one to three drawings, each with a look of its own or all with one, among everything else that sheets bear. */
export function sheet(seed: number, wrongShare = 0.06): Scene {
  const chance = new Chance(seed);
  const { size, metric } = chance.one(SHEETS);
  const [widthMm, heightMm] = size;
  const scene: Scene = {
    name: `sheet-${seed}`,
    widthMm,
    heightMm,
    font: chance.one(["sans", "sans", "sans", "serif", "mono"] as const),
    marks: [],
    truth: { drawings: [] },
  };
  const pen = new Pen(scene);
  pen.torn = chance.one(["whole", "whole", "whole", "words", "letters"] as const);
  const units: Units = metric
    ? chance.one(["mm", "mm", "mm", "m", "cm"] as const)
    : chance.one(["feet-inches", "feet-inches", "feet-inches", "decimal-feet"] as const);
  frame(pen, widthMm, heightMm, chance);
  const count = widthMm < 500 ? 1 : chance.whole(1, 3);
  const common = lookOf(chance, units);
  const isCommon = chance.is(0.6);
  for (let i = 0; i < count; i++) {
    const [scale, note] = chance.one(metric ? METRIC : IMPERIAL);
    const look = isCommon ? common : lookOf(chance, units);
    const cell = [25 + ((widthMm - 130) / count) * i, 30, (widthMm - 130) / count, heightMm - 60] as const;
    scene.truth.drawings.push(drawing(pen, cell, scale, note, look, chance, wrongShare, i));
  }
  return scene;
}

function frame(pen: Pen, width: number, height: number, chance: Chance): void {
  pen.width = 0.7;
  pen.polyline(
    [
      [20, 10],
      [width - 10, 10],
      [width - 10, height - 10],
      [20, height - 10],
    ],
    true,
  );
  pen.width = 0.35;
  const left = width - 85;
  pen.polyline([
    [left, 10],
    [left, height - 10],
  ]);
  for (let y = 10; y < 110; y += 10) pen.line([left, y], [width - 10, y]);
  const words = [
    "PROJECT",
    "Harbour hall",
    "DRAWN 12.03.2024",
    "TEL 0171 555 0134",
    "JOB 2417",
    "SHEET A-101",
    "REV 3",
    "DATE 2024-05-14",
    "SIZE A1",
  ];
  words.forEach((text, i) => pen.text([left + 3, 13 + i * 10], text, 2.5, 0, "left"));
  [
    "NOTES",
    "1. DO NOT SCALE.",
    "2. ALL DIMENSIONS IN THE UNITS SHOWN.",
    "3. CONCRETE C30, COVER 40.",
    "4. SEE 12/A-501.",
  ].forEach((text, i) => pen.text([left + 3, height - 20 - i * 6], text, 2, 0, "left"));
  if (chance.is(0.5)) schedule(pen, left + 3, height - 150, chance);
}

/** A table of numbers: no figure in it is a dimension. */
function schedule(pen: Pen, x: number, top: number, chance: Chance): void {
  pen.width = 0.18;
  for (let row = 0; row <= 6; row++) pen.line([x, top - row * 7], [x + 66, top - row * 7]);
  for (const column of [0, 22, 44, 66]) pen.line([x + column, top], [x + column, top - 42]);
  for (let row = 0; row < 6; row++)
    [`D${String(row + 1)}`, String(chance.whole(7, 12) * 100), String(chance.whole(20, 24) * 100)].forEach((text, i) =>
      pen.text([x + 11 + i * 22, top - 5 - row * 7], text, 2, 0, "middle"),
    );
}

function drawing(
  pen: Pen,
  [x, y, width, height]: readonly [number, number, number, number],
  scale: number,
  note: string,
  look: Look,
  chance: Chance,
  wrongShare: number,
  index: number,
): TrueDrawing {
  const truth: TrueDrawing = { scale, dimensions: [], hatches: [], round: [], note };
  const margin = look.first + 3 * look.pitch + 12;
  let turn = chance.is(0.2) && !look.level ? chance.one([7.3, 15, 30, 45, -22.5, 3]) : 0;
  const onGrid = (paper: number): number =>
    (Math.max(1, Math.round((paper * scale) / gridOf(look))) * gridOf(look)) / scale;
  const whole: readonly [number, number] = [
    Math.min(260, (width - margin - 12) * chance.between(0.6, 0.95)),
    Math.min(200, (height - margin - 44 - look.first) * chance.between(0.5, 0.9)),
  ];
  let [w, h] = whole;
  let reach = turnedBox(turn, w, h, margin);
  while (turn !== 0 && (reach[2] > width || reach[3] > height - 26)) {
    [w, h] = [w * 0.92, h * 0.92];
    reach = turnedBox(turn, w, h, margin);
  }
  if (turn !== 0 && Math.min(w, h) < LEAST_TURNED_MM) {
    // No room to turn it.
    turn = 0;
    [w, h] = whole;
  }
  [w, h] = [onGrid(w), onGrid(h)];
  const origin: Point = turn === 0 ? [x + margin, y + 26 + look.first + 4] : [x - reach[0], y + 24 - reach[1]];
  pen.turned(turn, origin);
  const thick = Math.max(1, onGrid((chance.one([150, 200, 300]) + 0) / scale));
  walls(pen, w, h, thick, chance, truth);
  const stopsX = stopsOf(w, chance.whole(3, 6), onGrid, chance);
  const stopsY = stopsOf(h, chance.whole(2, 4), onGrid, chance);
  openings(pen, stopsX, thick);
  const rows: Row[] = [];
  const side = (stops: readonly (readonly number[])[], from: Point, along: Point, away: Point): void =>
    stops.forEach((each, n) =>
      rows.push({ from, along, away, out: look.first + n * look.pitch, stops: each, object: 0 }),
    );
  const gridX = stopsOf(w, chance.whole(2, 3), onGrid, chance);
  side(chance.is(0.6) ? [stopsX, gridX, [0, w]] : [stopsX, [0, w]], [0, h], [1, 0], [0, 1]);
  side(chance.is(0.5) ? [stopsY, [0, h]] : [stopsY], [0, 0], [0, 1], [-1, 0]);
  if (chance.is(0.3)) side([stopsX], [0, 0], [1, 0], [0, -1]);
  // Between walls, with no extension lines.
  if (look.ending !== "none")
    rows.push({
      from: [0, h * 0.31],
      along: [1, 0],
      away: [0, 1],
      out: 0,
      stops: [thick, w - thick],
      object: undefined,
    });
  pen.width = 0.18;
  for (const row of rows) truth.dimensions.push(...drawRow(pen, look, row, scale, chance, wrongShare));
  inside(pen, w, h, thick, chance);
  bubbles(pen, gridX, h, look, turn);
  truth.round.push(...drawRound(pen, look, [w * 0.08 + thick, h * 0.5], scale, new Chance(index + Math.round(w * h))));
  pen.turned(0, [0, 0]);
  title(pen, [x + 20, y + 6], index, note, chance);
  return truth;
}

/** Left, bottom, width and height of a turned drawing with its rows, from its origin. */
function turnedBox(degrees: number, w: number, h: number, margin: number): readonly [number, number, number, number] {
  const turn = (degrees * Math.PI) / 180;
  const corners = [
    [-margin, -margin],
    [w + 14, -margin],
    [w + 14, h + margin + 8],
    [-margin, h + margin + 8],
  ].map(
    ([a = 0, b = 0]) => [a * Math.cos(turn) - b * Math.sin(turn), a * Math.sin(turn) + b * Math.cos(turn)] as const,
  );
  const [xs, ys] = [corners.map(([a]) => a), corners.map(([, b]) => b)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
}

/** Smaller turned drawings have no room for what is in them. */
const LEAST_TURNED_MM = 75;

/** Stops stand on what can be written exactly. */
const gridOf = ({ step, units }: Look): number =>
  units === "decimal-feet" ? 30.48 : Math.max(step, units === "feet-inches" ? step : 10);

function stopsOf(length: number, count: number, onGrid: (paper: number) => number, chance: Chance): number[] {
  const stops = new Set([0, length]);
  for (let i = 1; i < count; i++) {
    const stop = onGrid((length * (i + chance.between(-0.35, 0.35))) / count);
    if (stop > 3 && stop < length - 3) stops.add(stop);
  }
  const sorted = [...stops].sort((a, b) => a - b);
  return sorted.filter((each, i) => i === 0 || each === length || each - (sorted[i - 1] ?? 0) > 2.5);
}

function walls(pen: Pen, w: number, h: number, thick: number, chance: Chance, truth: TrueDrawing): void {
  pen.width = 0.5;
  pen.polyline(
    [
      [0, 0],
      [w, 0],
      [w, h],
      [0, h],
    ],
    true,
  );
  pen.polyline(
    [
      [thick, thick],
      [w - thick, thick],
      [w - thick, h - thick],
      [thick, h - thick],
    ],
    true,
  );
  const split = w * chance.between(0.35, 0.65);
  pen.line([split, thick], [split, h - thick]);
  pen.line([split + thick, thick], [split + thick, h - thick]);
  if (chance.is(0.6)) wallHatch(pen, w, thick, chance, truth);
}

/** A hatch of one or two families in the lower wall. */
function wallHatch(pen: Pen, w: number, thick: number, chance: Chance, truth: TrueDrawing): void {
  const angle = chance.one([45, -45, 60, 30]);
  const spacing = chance.between(0.7, 1.6);
  const families = chance.is(0.3) ? [angle, -angle] : [angle];
  pen.width = 0.13;
  for (const each of families) stripes(pen, 0, 0, w, thick, each, spacing);
  const corners = [
    [0, 0],
    [w, 0],
    [w, thick],
    [0, thick],
  ].map((corner) => pen.on(corner as unknown as Point));
  const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])];
  const box: TrueHatch["box"] = [
    Math.min(...xs),
    Math.min(...ys),
    Math.max(...xs) - Math.min(...xs),
    Math.max(...ys) - Math.min(...ys),
  ];
  const turn = turnOf(pen);
  truth.hatches.push({ box, families: families.map((each) => ({ angle: each + turn, spacing })) });
}

function turnOf(pen: Pen): number {
  const [a, b] = [pen.on([0, 0]), pen.on([1, 0])];
  return (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
}

/** Parallel lines within an upright box of the drawing. */
function stripes(pen: Pen, x: number, y: number, w: number, h: number, degrees: number, spacing: number): void {
  const turn = (degrees * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const reach = w * Math.abs(uy) + h * Math.abs(ux);
  const [cx, cy] = [x + w / 2, y + h / 2];
  for (let off = -reach / 2 + spacing / 2; off < reach / 2; off += spacing) {
    const [px, py] = [cx - uy * off, cy + ux * off];
    const spans = [
      [(x - px) / ux, (x + w - px) / ux],
      [(y - py) / uy, (y + h - py) / uy],
    ].map(([a = 0, b = 0]) => (a < b ? [a, b] : [b, a]));
    const from = Math.max(...spans.map(([a = 0]) => a));
    const to = Math.min(...spans.map(([, b = 0]) => b));
    if (to - from > 0.2) pen.line([px + ux * from, py + uy * from], [px + ux * to, py + uy * to]);
  }
}

function openings(pen: Pen, stops: readonly number[], thick: number): void {
  pen.width = 0.25;
  for (let i = 1; i + 1 < stops.length; i += 2) {
    const a = stops[i] ?? 0;
    pen.line([a, 0], [a, thick]);
  }
}

/** Rooms with names, numbers and areas; doors with numbers; a stair; a level: figures that are no dimensions. */
function inside(pen: Pen, w: number, h: number, thick: number, chance: Chance): void {
  const room = (x: number, y: number): void => {
    const number = chance.whole(101, 399);
    pen.text([x, y], chance.one(["HALL", "Office", "STORE", "Exam room"]), 3);
    pen.text([x, y - 5], String(number), 2.5);
    if (chance.is(0.5))
      pen.polyline(
        [
          [x - 6, y - 6],
          [x + 6, y - 6],
          [x + 6, y - 1.5],
          [x - 6, y - 1.5],
        ],
        true,
      );
    pen.text([x, y - 10], `${chance.between(8, 60).toFixed(1)} m²`, 2);
  };
  pen.width = 0.25;
  room(w * 0.2, h * 0.7);
  room(w * 0.8, h * 0.7);
  // A stair with its treads, and a figure over them.
  const [sx, sy] = [w * 0.72, thick + 2];
  for (let i = 0; i < 9; i++) pen.line([sx + i * 2.6, sy], [sx + i * 2.6, sy + 12]);
  pen.text([sx + 10, sy + 14], "17 R", 2);
  // A door: leaf, swing, number in a circle.
  pen.line([w * 0.4, thick], [w * 0.4, thick + 9]);
  pen.arc([w * 0.4, thick], 9, 0, 90);
  pen.circle([w * 0.4 + 14, thick + 8], 3);
  pen.text([w * 0.4 + 14, thick + 7], String(chance.whole(1, 60)), 2);
  pen.text([w * 0.3, h * 0.45], "+0.15", 2.5);
  pen.polyline(
    [
      [w * 0.3 - 2, h * 0.45 - 1],
      [w * 0.3 + 2, h * 0.45 - 1],
      [w * 0.3, h * 0.45 - 3.5],
    ],
    true,
  );
}

function bubbles(pen: Pen, stops: readonly number[], h: number, look: Look, turn: number): void {
  pen.width = 0.13;
  const top = h + look.first + 3 * look.pitch + 4;
  pen.dash = [6, 1, 1, 1];
  for (const x of stops) pen.line([x, -4], [x, top]);
  pen.dash = [];
  stops.forEach((x, i) => {
    pen.circle([x, top + 4], 4);
    pen.text([x, top + 2.75], String(i + 1), 2.5, 0, "middle", turn === 0);
  });
}

function title(pen: Pen, [x, y]: Point, index: number, note: string, chance: Chance): void {
  pen.width = 0.35;
  pen.circle([x - 8, y + 2], 5);
  pen.text([x - 8, y + 0.5], String(index + 1), 3);
  pen.text([x, y + 4], chance.one(["GROUND FLOOR PLAN", "FIRST FLOOR", "SECTION", "ROOF PLAN"]), 4, 0, "left");
  pen.line([x - 3, y + 2.5], [x + 70, y + 2.5]);
  pen.text([x, y - 2], chance.one([`SCALE ${note}`, note, `Scale: ${note}`]), 2.5, 0, "left");
}
