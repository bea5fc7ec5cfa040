import { Chance } from "../recognition/chance";
import { Pen } from "../recognition/pen";
import type { Scene } from "../recognition/scene";
import { MARKS } from "./marks";
import { drawTitleBlock, fieldsOf, LAYOUTS } from "./title-block";
import {
  corners,
  emptyTruth,
  type Box,
  type MarkKind,
  type SheetFault,
  type SheetScene,
  type SheetTruth,
} from "./truth";

/** Sheets of offices here and there: A1, A2, 24 × 36 in., 22 × 34 in. */
const PAPERS = [
  [841, 594],
  [594, 420],
  [914.4, 609.6],
  [863.6, 558.8],
] as const;
const SCALES = [
  [50, "1:50"],
  [20, "1:20"],
  [100, "1:100"],
  [48, `1/4" = 1'-0"`],
  [16, `3/4" = 1'-0"`],
] as const;
const TITLES = ["GROUND FLOOR PLAN", "SECTION A-A", "North elevation", "EAVES DETAIL", "Roof plan", "STAIR SECTION"];
const CODES = [
  ["QT", "Quarry tile on screed"],
  ["PL", "Plaster, two coats"],
  ["CB", "Concrete block"],
  ["GB", "Gypsum board"],
  ["OK", "Oak boarding, oiled"],
  ["ST", "Stone slab, honed"],
  ["CT1", "Ceramic tile, white"],
] as const;
const STAMPS = ["NOT FOR CONSTRUCTION", "PRELIMINARY", "APPROVED", "FOR TENDER ONLY"];

export function sheetScene(seed: number, fault: SheetFault | undefined): SheetScene {
  const chance = new Chance(seed + 40_000);
  const [widthMm, heightMm] = chance.one(PAPERS);
  const scene: Scene = {
    name: `sheet-${seed}-${fault ?? "none"}`.replace(/\W+/g, "-"),
    widthMm,
    heightMm,
    font: chance.one(["sans", "serif", "sans"] as const),
    marks: [],
    truth: { drawings: [] },
  };
  const truth = emptyTruth();
  const pen = new Pen(scene);
  pen.torn = chance.one(["whole", "whole", "words"] as const);
  const border = drawBorder(pen, chance, scene, truth);
  const number = chance.one(["A-101", "A-201", "A-305"]);
  const title = chance.one(TITLES);
  // A name that runs out of its field has cells of its own beside others.
  const layout =
    fault === "title/too-long" ? chance.one(["strip", "pairs", "rows"] as const) : LAYOUTS[seed % LAYOUTS.length]!;
  const said = { title, number, scale: chance.one(["1:50", "As noted", "1:100"]) };
  const fields = fieldsOf(chance, said, fault === "title/too-long").map((each) =>
    fault === "title/empty" && each.field === "scale" ? { ...each, lines: [chance.one(["", "TBC"])] } : each,
  );
  const block = drawTitleBlock({ pen, chance, truth }, layout, fields, border);
  const drawings = drawTitles(pen, chance, truth, border, fault === "ref/missing");
  // Beside the title block, or above it.
  const isStrip = ["strip", "turned", "wordless"].includes(layout);
  const right = isStrip ? block.x : border.x + border.w;
  revisionTable(pen, chance, truth, { x: right - 130, y: (isStrip ? border.y : block.y + block.h) + 0, w: 120, h: 0 });
  legend(pen, chance, truth, [border.x + 20, border.y + border.h - 20], fault === "code/unused");
  labels(pen, chance, truth, [border.x + 130, border.y + border.h - 30], fault === "code/undefined");
  references(pen, chance, truth, number, drawings, border, fault === "ref/missing");
  if (chance.is(0.5)) schedule(pen, chance, truth, [border.x + 20, border.y + border.h - 85]);
  stamp(pen, chance, truth, [right - 60, border.y + border.h - 40]);
  return { scene, truth, fault };
}

function drawBorder(pen: Pen, chance: Chance, { widthMm, heightMm }: Scene, truth: SheetTruth): Box {
  const left = chance.one([10, 20, 25]);
  const border = { x: left, y: 10, w: widthMm - left - 10, h: heightMm - 20 };
  pen.width = 0.7;
  pen.polyline(corners(border), true);
  truth.border = [border.x, border.y, border.x + border.w, border.y + border.h];
  if (chance.is(0.4)) {
    // An outer line and letters and figures between both.
    const outer = { x: left - 5, y: 5, w: border.w + 10, h: border.h + 10 };
    pen.width = 0.25;
    pen.polyline(corners(outer), true);
    for (let i = 0; i < 6; i++) {
      const x = border.x + ((i + 0.5) * border.w) / 6;
      for (const y of [6.5, heightMm - 8.5]) pen.text([x, y], String(i + 1), 2);
      if (i === 0) continue;
      for (const y of [5, heightMm - 10])
        pen.line([border.x + (i * border.w) / 6, y], [border.x + (i * border.w) / 6, y + 5]);
    }
  }
  return border;
}

/** Two or three drawings along the lower edge, one style of title for all of them. Returns their numbers. */
function drawTitles(pen: Pen, chance: Chance, truth: SheetTruth, border: Box, isNumbered: boolean): string[] {
  const styles = isNumbered
    ? (["bubble", "numbered", "bar"] as const)
    : (["bubble", "line", "numbered", "bar"] as const);
  const style = chance.one<(typeof styles)[number]>(styles);
  const count = border.w > 700 ? 3 : 2;
  const y = border.y + 175;
  return Array.from({ length: count }, (_, i) => {
    const x = border.x + 30 + i * 130;
    const [scale, note] = chance.one<readonly [number, string]>(SCALES);
    const text = TITLES[(i * 2 + chance.whole(0, 1)) % TITLES.length]!;
    const number = String(i + 1);
    const prefix = chance.one(["SCALE ", "Scale: ", ""]);
    const hasNumber = style !== "line";
    if (style === "bubble" || style === "bar") {
      pen.width = 0.35;
      pen.circle([x - 9, y + 1], 6);
      pen.text([x - 9, y - 0.5], number, 3.5);
    }
    const shown = style === "numbered" ? `${number}. ${text}` : text;
    pen.text([x, y], shown, style === "bar" ? 3.5 : 4, 0, "left");
    pen.width = 0.5;
    if (style === "bar") pen.line([x - 3, y - 1.5], [x + 75, y - 1.5]);
    else if (style === "bubble" || chance.is(0.4)) pen.line([x, y - 1.5], [x + shown.length * 3.2, y - 1.5]);
    pen.text([x, y - 6], `${prefix}${note}`, 2.5, 0, "left");
    truth.titles.push({ text, ...(hasNumber ? { number } : {}), scale });
    // Something that is drawn above it.
    pen.width = 0.5;
    pen.polyline(corners({ x: x + 5, y: y + 20, w: 60, h: 40 }), true);
    return hasNumber ? number : "";
  }).filter((number) => number !== "");
}

/** Newest at the top or at the bottom, heads beside the other end. */
function revisionTable(pen: Pen, chance: Chance, truth: SheetTruth, at: Box): void {
  const widths = [14, 24, 64, 18];
  const heads = chance.one([
    ["Rev", "Date", "Description", "By"],
    ["REV.", "DATE", "AMENDMENT", "DRN"],
    ["No.", "Date", "Revision", "Chk"],
  ]);
  const rows = [
    ["A", "02.02.2026", "First issue", "KL"],
    ["B", "12.03.2026", "Stair moved, door D4 added", "KL"],
    ["C", "30.03.2026", "Client's comments", "RS"],
  ].slice(0, chance.whole(1, 3));
  const isHeadBelow = chance.is(0.5);
  const lines = isHeadBelow ? [heads, ...rows] : [...rows.slice().reverse(), heads];
  const h = 6;
  pen.width = 0.25;
  const box = { ...at, y: at.y + 4, h: h * lines.length };
  pen.polyline(corners(box), true);
  lines.forEach((cells, i) => {
    if (i > 0) pen.line([box.x, box.y + i * h], [box.x + box.w, box.y + i * h]);
    let x = box.x;
    cells.forEach((text, k) => {
      pen.text([x + 1.5, box.y + i * h + 2], text, 2, 0, "left");
      x += widths[k] ?? 0;
    });
  });
  let x = box.x;
  for (const width of widths.slice(0, -1)) {
    x += width;
    pen.line([x, box.y], [x, box.y + box.h]);
  }
  for (const [revision, date, what] of rows) truth.revisions.push({ revision: revision!, date: date!, what: what! });
}

function legend(
  pen: Pen,
  chance: Chance,
  truth: SheetTruth,
  [x, y]: readonly [number, number],
  withUnused: boolean,
): void {
  const style = chance.one(["columns", "dash", "table"] as const);
  const codes = CODES.slice(0, chance.whole(3, 6));
  pen.text([x, y], chance.one(["LEGEND", "Finishes", "KEY TO CODES", "Abbreviations"]), 3.5, 0, "left");
  codes.forEach(([code, meaning], i) => {
    const row = y - 8 - i * 6;
    if (style === "dash") pen.text([x, row], `${code} – ${meaning}`, 2.5, 0, "left");
    else {
      pen.text([x, row], code, 2.5, 0, "left");
      pen.text([x + 14, row], meaning, 2.5, 0, "left");
    }
    if (style === "table") {
      pen.width = 0.18;
      pen.polyline(corners({ x: x - 2, y: row - 2, w: 13, h: 6 }), true);
      pen.polyline(corners({ x: x + 11, y: row - 2, w: 60, h: 6 }), true);
    }
    truth.legend.push({ code, meaning });
  });
  // All are used but for the planted one.
  truth.codes.push(...codes.slice(withUnused ? 1 : 0).map(([code]) => code));
}

/** Codes in frames: boxes, six-sided frames and lozenges. */
function labels(
  pen: Pen,
  chance: Chance,
  truth: SheetTruth,
  [x, y]: readonly [number, number],
  withUnknown: boolean,
): void {
  if (withUnknown) truth.codes.push("ZX");
  const style = chance.one(["box", "box", "hexagon", "lozenge"] as const);
  truth.codes.forEach((code, i) => {
    const at = [x + (i % 3) * 25, y - Math.floor(i / 3) * 16] as const;
    pen.width = 0.25;
    const [w, h] = style === "box" ? [code.length * 2.2 + 3, 4.5] : [6.5, 5.5];
    const outline =
      style === "box"
        ? corners({ x: at[0] - w / 2, y: at[1] - h / 2, w, h })
        : style === "hexagon"
          ? Array.from({ length: 6 }, (_, k): [number, number] => [
              at[0] + w * Math.cos((k * Math.PI) / 3),
              at[1] + w * Math.sin((k * Math.PI) / 3),
            ])
          : ([
              [at[0] - 8, at[1]],
              [at[0], at[1] - 6],
              [at[0] + 8, at[1]],
              [at[0], at[1] + 6],
            ] as [number, number][]);
    pen.polyline(outline, true);
    pen.text([at[0], at[1] - 1.25], code, 2.5);
  });
}

function references(
  pen: Pen,
  chance: Chance,
  truth: SheetTruth,
  sheet: string,
  drawings: readonly string[],
  border: Box,
  isMissing: boolean,
): void {
  const kinds: MarkKind[] = ["section", "detail", "elevation", "note"];
  const y = border.y + border.h - 130;
  kinds.forEach((kind, i) => {
    // To a drawing of this sheet, or to another sheet.
    const own = drawings.length > 0 && chance.is(0.5);
    const drawing = own ? chance.one(drawings) : String(chance.whole(1, 9));
    const to = own ? sheet : chance.one(["A-501", "A-502", "S-301"]);
    const [isPlanted, wrong] = [isMissing && i === 0 && drawings.length > 0, "9"];
    const [said, where] = isPlanted ? [wrong, sheet] : [drawing, to];
    MARKS[kind](pen, chance, [border.x + 40 + i * 95, y], said, where);
    truth.references.push({ kind, drawing: said, sheet: where });
  });
}

/** A schedule or a list, whose heads read like labels of a title block and whose cells read like codes. */
function schedule(pen: Pen, chance: Chance, truth: SheetTruth, [x, y]: readonly [number, number]): void {
  const [heads, rows] = chance.one([
    [
      ["No", "Size", "Description", "For"],
      [
        ["D1", "900 × 2100", "Flush, lipped", "Office"],
        ["D2", "800 × 2100", "Glazed", "WC"],
        ["D3", "900 × 2100", "", "Plant"],
      ],
    ],
    [
      ["Drawing no", "Title", "Scale", "Checked"],
      [
        ["A-101", "Ground floor plan", "1:50", ""],
        ["A-102", "Roof plan", "1:50", ""],
      ],
    ],
  ] as const);
  const isBoxes = chance.is(0.5);
  pen.width = 0.25;
  const [w, h] = [30, 6];
  [heads, ...rows].forEach((cells, i) =>
    cells.forEach((text, k) => {
      const at = { x: x + k * w, y: y - (i + 1) * h, w, h };
      if (isBoxes) pen.polyline(corners(at), true);
      if (/^1:\d+$/.test(text)) truth.listedScales.push(Number(text.slice(2)));
      if (text !== "") pen.text([at.x + 2, at.y + 1.8], text, 2, 0, "left");
    }),
  );
  if (isBoxes) return;
  for (let i = 0; i <= rows.length + 1; i++) pen.line([x, y - i * h], [x + 4 * w, y - i * h]);
  for (let k = 0; k <= 4; k++) pen.line([x + k * w, y], [x + k * w, y - (rows.length + 1) * h]);
}

/** Large words in a box or a ring, straight or a little turned. */
function stamp(pen: Pen, chance: Chance, truth: SheetTruth, at: readonly [number, number]): void {
  if (!chance.is(0.5)) return;
  const words = chance.one(STAMPS);
  pen.turned(chance.one([0, 12, -8]), at);
  pen.width = 0.7;
  pen.polyline(corners({ x: -words.length * 2.2, y: -5, w: words.length * 4.4, h: 10 }), true);
  pen.text([0, -2], words, 4);
  pen.turned(0, [0, 0]);
  truth.stamps.push(words);
}
