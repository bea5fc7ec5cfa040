import { readStandard, type OfficeStandard } from "@hemstitch/core/standard";
import { preset } from "@hemstitch/core/standard/presets";
import type { Typeface } from "./paper";

/** A drawing office of the second hand: how it writes and measures. Lengths on paper in millimetres. */
export interface House {
  readonly name: string;
  readonly isMetric: boolean;
  readonly face: Typeface;
  /** A length of the building, as it is written. */
  readonly write: (mm: number) => string;
  readonly writeLevel: (mm: number) => string;
  readonly writeArea: (m2: number) => string;
  /** Everything is planned in steps of this, building millimetres. */
  readonly module: number;
  /** Outer and inner walls, building millimetres. */
  readonly walls: readonly [number, number];
  readonly doors: readonly number[];
  readonly windows: readonly number[];
  readonly head: number;
  readonly scales: Readonly<Record<"plan" | "detail" | "site", readonly (readonly [string, number])[]>>;
  readonly ends: "oblique-tick" | "filled-arrow" | "open-arrow" | "dot" | "circle";
  readonly endMm: number;
  readonly figureMm: number;
  readonly place: "above-line" | "in-line";
  readonly level: boolean;
  readonly gap: number;
  /** Length of an extension line within its dimension line; none where it comes from the building. */
  readonly fixed: number | undefined;
  readonly over: number;
  readonly first: number;
  readonly pitch: number;
  readonly rows: readonly ("overall" | "grid" | "masses" | "openings")[];
  readonly repeats: boolean;
  readonly sheet: readonly [width: number, height: number];
  readonly border: readonly [left: number, right: number, top: number, bottom: number];
  readonly zone: number | undefined;
  readonly centring: boolean;
  readonly block: "corner" | "wide";
  readonly standard: OfficeStandard;
}

const liberation = (name: string): string => `/usr/share/fonts/truetype/liberation/Liberation${name}-Regular.ttf`;
const dejavu = (name: string): string => `/usr/share/fonts/truetype/dejavu/DejaVu${name}.ttf`;

const INCH = 25.4;
const feet = (zeroInches: boolean) => (mm: number) => {
  const inches = Math.round(mm / INCH);
  const [whole, rest] = [Math.floor(inches / 12), inches % 12];
  return rest === 0 && !zeroInches ? `${whole}'` : `${whole}'-${rest}"`;
};
const levelInFeet = (mm: number): string => {
  const words = feet(true)(Math.abs(mm));
  return mm < 0 ? `-${words}` : words;
};
const levelInMetres = (mm: number): string => {
  const words = (Math.abs(mm) / 1000).toFixed(2);
  return mm === 0 ? words : `${mm < 0 ? "-" : "+"}${words}`;
};
const metres =
  (decimals: number, unit = "") =>
  (mm: number) =>
    `${(mm / 1000).toFixed(decimals)}${unit}`;
const squareMetres = (m2: number): string => `${m2.toFixed(1)} m²`;
const squareFeet = (m2: number): string => `${Math.round(m2 / (0.3048 * 0.3048))} sq ft`;

const METRIC = {
  isMetric: true,
  writeLevel: levelInMetres,
  writeArea: squareMetres,
  module: 50,
  walls: [300, 150],
  doors: [900],
  windows: [1200, 1800, 2400],
  head: 2100,
  scales: {
    plan: [
      ["1:50", 50],
      ["1:100", 100],
    ],
    detail: [
      ["1:10", 10],
      ["1:20", 20],
      ["1:5", 5],
    ],
    site: [
      ["1:200", 200],
      ["1:500", 500],
    ],
  },
} as const;
const IMPERIAL = {
  isMetric: false,
  writeLevel: levelInFeet,
  writeArea: squareFeet,
  module: INCH,
  walls: [12 * INCH, 6 * INCH],
  doors: [36 * INCH],
  windows: [36 * INCH, 72 * INCH],
  head: 80 * INCH,
  scales: {
    plan: [
      [`1/4" = 1'-0"`, 48],
      [`1/8" = 1'-0"`, 96],
    ],
    detail: [
      [`1 1/2" = 1'-0"`, 8],
      [`1/2" = 1'-0"`, 24],
      [`3" = 1'-0"`, 4],
    ],
    site: [[`1" = 20'`, 240]],
  },
} as const;

type Habit = Omit<House, "standard"> & { readonly unit: Readonly<Record<string, unknown>> };

/** Eight offices; names, measures and habits are made up. */
const HABITS: readonly Habit[] = [
  {
    ...METRIC,
    name: "alder",
    face: { family: "Liberation Sans", file: liberation("Sans") },
    write: (mm) => String(Math.round(mm)),
    unit: { system: "mm", decimals: 0, suffix: false },
    ...{ ends: "oblique-tick", endMm: 3, figureMm: 2.5, place: "above-line", level: false },
    ...{
      gap: 3,
      fixed: 6,
      over: 2,
      first: 13,
      pitch: 8,
      rows: ["overall", "grid", "masses", "openings"],
      repeats: false,
    },
    ...{ sheet: [841, 594], border: [20, 10, 10, 10], zone: 50, centring: true, block: "corner" },
  },
  {
    ...METRIC,
    name: "birch",
    face: { family: "DejaVu Serif", file: dejavu("Serif") },
    write: metres(3),
    unit: { system: "m", decimals: 3, suffix: false },
    ...{ ends: "dot", endMm: 2, figureMm: 1.8, place: "above-line", level: false },
    ...{
      gap: 2,
      fixed: undefined,
      over: 2.5,
      first: 16,
      pitch: 10,
      rows: ["overall", "masses", "grid", "openings"],
      repeats: true,
    },
    ...{ sheet: [594, 420], border: [20, 10, 10, 10], zone: 50, centring: true, block: "corner" },
  },
  {
    ...IMPERIAL,
    name: "cedar",
    face: { family: "Liberation Sans Narrow", file: liberation("SansNarrow") },
    write: feet(false),
    unit: { system: "feet-inches", decimals: 0, suffix: true, zeroInches: false, finestFraction: 16 },
    ...{ ends: "filled-arrow", endMm: 2.5, figureMm: 2.5, place: "in-line", level: false },
    ...{
      gap: 1.6,
      fixed: undefined,
      over: 3,
      first: 15,
      pitch: 12,
      rows: ["overall", "grid", "masses", "openings"],
      repeats: false,
    },
    ...{ sheet: [914.4, 609.6], border: [38.1, 12.7, 12.7, 12.7], zone: undefined, centring: false, block: "wide" },
  },
  {
    ...METRIC,
    name: "dogwood",
    face: { family: "DejaVu Sans", file: dejavu("Sans") },
    write: (mm) => `${Math.round(mm)} mm`,
    unit: { system: "mm", decimals: 0, suffix: true },
    ...{ ends: "open-arrow", endMm: 2, figureMm: 1.8, place: "above-line", level: false },
    ...{
      gap: 2.5,
      fixed: 5,
      over: 1.5,
      first: 14,
      pitch: 9,
      rows: ["overall", "grid", "masses", "openings"],
      repeats: false,
    },
    ...{ sheet: [841, 594], border: [15, 15, 15, 15], zone: undefined, centring: true, block: "wide" },
  },
  {
    ...IMPERIAL,
    name: "elm",
    face: { family: "Liberation Serif", file: liberation("Serif") },
    write: (mm) => `${(mm / 304.8).toFixed(2)}'`,
    unit: { system: "decimal-feet", decimals: 2, suffix: true, finestFraction: 1 },
    module: 3 * INCH,
    ...{ ends: "circle", endMm: 2.5, figureMm: 2.5, place: "above-line", level: false },
    ...{
      gap: 3.2,
      fixed: 5,
      over: 2,
      first: 14.3,
      pitch: 9.5,
      rows: ["overall", "grid", "masses", "openings"],
      repeats: false,
    },
    ...{ sheet: [914.4, 609.6], border: [25.4, 12.7, 12.7, 12.7], zone: undefined, centring: false, block: "corner" },
  },
  {
    ...METRIC,
    name: "fir",
    face: { family: "Liberation Mono", file: liberation("Mono") },
    write: metres(2, " m"),
    unit: { system: "m", decimals: 2, suffix: true },
    ...{ ends: "oblique-tick", endMm: 2, figureMm: 1.8, place: "in-line", level: true },
    ...{
      gap: 2,
      fixed: undefined,
      over: 2,
      first: 16,
      pitch: 15,
      rows: ["overall", "grid", "masses", "openings"],
      repeats: true,
    },
    ...{ sheet: [841, 594], border: [20, 10, 10, 10], zone: 50, centring: true, block: "corner" },
  },
  {
    ...IMPERIAL,
    name: "gorse",
    face: { family: "Liberation Sans", file: liberation("Sans") },
    write: feet(true),
    unit: { system: "feet-inches", decimals: 0, suffix: true, zeroInches: true, finestFraction: 16 },
    ...{ ends: "dot", endMm: 2, figureMm: 2.5, place: "above-line", level: false },
    ...{
      gap: 3,
      fixed: 5,
      over: 2,
      first: 16,
      pitch: 10,
      rows: ["overall", "masses", "grid", "openings"],
      repeats: true,
    },
    ...{ sheet: [762, 558.8], border: [12.7, 12.7, 12.7, 12.7], zone: undefined, centring: false, block: "wide" },
  },
  {
    ...METRIC,
    name: "hazel",
    face: { family: "DejaVu Sans Condensed", file: dejavu("SansCondensed") },
    write: (mm) => String(Math.round(mm)),
    unit: { system: "mm", decimals: 0, suffix: false },
    ...{ ends: "filled-arrow", endMm: 2.5, figureMm: 2.5, place: "in-line", level: false },
    ...{
      gap: 2,
      fixed: undefined,
      over: 1.5,
      first: 12,
      pitch: 9,
      rows: ["overall", "grid", "masses", "openings"],
      repeats: false,
    },
    ...{ sheet: [594, 420], border: [10, 10, 10, 10], zone: undefined, centring: true, block: "corner" },
  },
];

/** Layers that no list of the demo office has. */
const MORE_LAYERS: readonly (readonly [string, string, readonly string[], string?])[] = [
  ["A-ELEV", "0.35", ["lines", "fills"]],
  ["A-ELEV-FINE", "0.18", ["lines", "fills"]],
  ["A-ELEV-PATT", "0.13", ["hatches", "fills"], "hatches"],
  ["A-CLNG", "0.25", ["lines", "fills"]],
  ["A-CLNG-PATT", "0.13", ["hatches", "fills"], "hatches"],
  ["E-LITE", "0.35", ["lines", "fills"]],
  ["A-DETL", "0.5", ["lines", "fills"]],
  ["A-DETL-FINE", "0.25", ["lines", "fills"]],
  ["A-DETL-PATT", "0.13", ["hatches", "fills"], "hatches"],
  ["C-PROP", "0.35", ["lines", "fills"]],
  ["C-BLDG", "0.5", ["lines", "fills"]],
  ["A-ANNO-SCHD", "0.18", ["lines", "text", "symbols", "fills"]],
];

type Plain = Record<string, unknown>;

function standardOf(habit: Habit): OfficeStandard {
  const plain = JSON.parse(JSON.stringify(preset("tarnwick"))) as Record<string, Plain[]> & {
    showing: Record<string, Record<string, string>>;
    rules: unknown;
  };
  for (const [name, pen, marks, role] of MORE_LAYERS)
    plain["layers"]!.push({
      ...{
        name,
        purpose: `Of ${name}`,
        pen,
        lineType: "continuous",
        screenColour: "#1b2a41",
        plots: true,
        marks,
        order: 50,
      },
      ...(role ? { role } : {}),
    });
  for (const style of plain["textStyles"]!) style["fonts"] = [habit.face.family];
  const mine = habit.isMetric ? ["metric-plan", "metric"] : ["feet-plan", "feet-inches"];
  const unit = plain["unitStyles"]!.find(({ id }) => id === mine[0])!;
  Object.assign(unit, { zeroInches: false, finestFraction: 1 }, habit.unit, {
    module: habit.isMetric ? String(habit.module) : `${Math.round(habit.module / INCH)}"`,
  });
  const style = plain["dimensionStyles"]!.find(({ id }) => id === mine[1])!;
  Object.assign(style, {
    ...{ terminator: habit.ends, terminatorMm: habit.endMm, textStyle: `lettering-${habit.figureMm}` },
    ...{ textPlace: habit.place, textDirection: habit.level ? "level" : "along-line", gapMm: habit.gap },
    ...{ extension: habit.fixed === undefined ? "full" : "fixed", extensionMm: habit.fixed ?? 5 },
    ...{ overshootMm: habit.over, firstRowMm: habit.first, pitchMm: habit.pitch, rows: habit.rows },
    repeats: habit.repeats ? "drawn" : "left-out",
  });
  for (const kind of plain["kinds"]!) {
    kind["dimensionStyle"] = mine[1];
    delete kind["otherDimensionStyle"];
    kind["frame"] = "own";
    const scales = kind["scales"] as string[];
    for (const use of ["plan", "detail", "site"] as const)
      if ((kind["id"] === "detail") === (use === "detail") && (kind["id"] === "site-plan") === (use === "site"))
        for (const [words] of habit.scales[use]) if (!scales.includes(words)) scales.push(words);
  }
  for (const [words] of Object.values(habit.scales).flat())
    if (!plain["scales"]!.some(({ scale }) => scale === words))
      plain["scales"]!.push({ scale: words, system: habit.isMetric ? "metric" : "feet-inches" });
  plain["wallTypes"] = habit.walls.map((thicknessMm, i) => ({ id: `T${i}`, title: `Wall ${i}`, thicknessMm }));
  plain["openings"] = [
    ...habit.doors.map((widthMm) => ({ use: "door", widthMm })),
    ...habit.windows.map((widthMm) => ({ use: "window", widthMm })),
  ].map((each, i) => ({ id: `O${i}`, title: `Opening ${i}`, headMm: habit.head, ...each }));
  plain["hatches"]!.push(
    hatch("boards", [[0, habit.isMetric ? 150 : 6 * INCH]]),
    hatch("sheet", [[90, habit.isMetric ? 450 : 18 * INCH]]),
    hatch("lay-in", [
      [0, habit.isMetric ? 600 : 24 * INCH],
      [90, habit.isMetric ? 600 : 24 * INCH],
    ]),
  );
  const [sheetW, sheetH] = habit.sheet;
  if (!plain["sheetSizes"]!.some((s) => near(s, sheetW, sheetH)))
    plain["sheetSizes"]!.push({
      id: "own-size",
      widthMm: Math.min(sheetW, sheetH),
      heightMm: Math.max(sheetW, sheetH),
    });
  plain["frames"] = [...plain["frames"]!.map((frame) => ({ ...frame })), frameOf(habit, plain["frames"]![0]!)];
  for (const { name } of plain["layers"]!) {
    const row = (plain.showing[name as string] ??= {});
    for (const { id } of plain["kinds"]!) if (name !== "A-ANNO-NPLT") row[id as string] = "drawn";
  }
  for (const { id } of plain["kinds"]!)
    plain.showing["A-FURN"]![id as string] = id === "floor-plan" ? "drawn" : "left-out";
  const checked = readStandard(JSON.stringify(plain));
  if (!checked.ok)
    throw new Error(`The standard of ${habit.name} is not sound: ${JSON.stringify(checked).slice(0, 2000)}`);
  return checked.standard;
}

const near = (s: Plain, w: number, h: number): boolean =>
  Math.abs(Number(s["widthMm"]) - Math.min(w, h)) < 0.2 && Math.abs(Number(s["heightMm"]) - Math.max(w, h)) < 0.2;

const hatch = (id: string, families: readonly (readonly [number, number])[]): Plain => ({
  ...{
    id,
    title: `Pattern ${id}`,
    material: id,
    basis: "building",
    start: "anywhere",
    layer: "A-ELEV-PATT",
    pen: "0.13",
  },
  families: families.map(([angleDeg, spacingMm]) => ({ angleDeg, spacingMm, offsetMm: 0, shiftMm: 0, dashMm: [] })),
});

/** Cells of the title block from the upper left: field, label, share of the width, height of the lettering. */
export const CELL_ROWS: Readonly<
  Record<House["block"], readonly (readonly (readonly [string, string, number, number])[])[]>
> = {
  corner: [
    [["owner", "Prepared by", 1, 3.5]],
    [
      ["client", "Client", 0.5, 2.5],
      ["project", "Project", 0.5, 2.5],
    ],
    [["title", "Drawing title", 1, 5]],
    [
      ["scale", "Scale", 0.4, 2.5],
      ["date", "Date", 0.3, 2.5],
      ["drawnBy", "Drawn", 0.3, 2.5],
    ],
    [
      ["number", "Drawing no.", 0.6, 5],
      ["revision", "Rev.", 0.2, 3.5],
      ["sheetOf", "Sheet", 0.2, 2.5],
    ],
  ],
  wide: [
    [
      ["project", "PROJECT", 0.5, 3.5],
      ["client", "CLIENT", 0.3, 2.5],
      ["date", "DATE", 0.2, 2.5],
    ],
    [
      ["title", "TITLE", 0.5, 3.5],
      ["scale", "SCALE", 0.3, 2.5],
      ["number", "NUMBER", 0.2, 3.5],
    ],
    [
      ["address", "SITE", 0.5, 2.5],
      ["drawnBy", "DRAWN BY", 0.15, 2.5],
      ["approvedBy", "APPROVED", 0.15, 2.5],
      ["revision", "REVISION", 0.2, 2.5],
    ],
  ],
};
export const BLOCK_WIDTH = { corner: 150, wide: 240 } as const;
export const CELL_HEIGHT = 13;

function frameOf(habit: Habit, pattern: Plain): Plain {
  const [leftMm, rightMm, topMm, bottomMm] = habit.border;
  const rows = CELL_ROWS[habit.block];
  const width = BLOCK_WIDTH[habit.block];
  return {
    ...{ id: "own", title: `Sheet of ${habit.name}`, widthMm: habit.sheet[0], heightMm: habit.sheet[1] },
    border: { leftMm, rightMm, topMm, bottomMm },
    centringMarks: habit.centring,
    zoneMm: habit.zone ?? 0,
    titleBlock: {
      ...{ widthMm: width, heightMm: CELL_HEIGHT * rows.length },
      cells: rows.flatMap((row, r) =>
        row.map(([field, label, share, textMm], k) => ({
          ...{ field, label, textMm, heightMm: CELL_HEIGHT, widthMm: share * width },
          xMm: row.slice(0, k).reduce((sum, [, , each]) => sum + each * width, 0),
          yMm: (rows.length - 1 - r) * CELL_HEIGHT,
        })),
      ),
    },
    layers: pattern["layers"],
  };
}

export const HOUSES: readonly House[] = HABITS.map((habit) => ({ ...habit, standard: standardOf(habit) }));
