import type {
  DimensionStyleEntry,
  HatchEntry,
  KindEntry,
  LabelPatternEntry,
  OfficeStandard,
  Showing,
  ShowingChart,
} from "../model";

/** The chapters of the invented demo office besides its register. Everything here is made up. */

export const TARNWICK_UNITS: OfficeStandard["unitStyles"] = [
  {
    id: "metric-plan",
    title: "Millimetres on plans",
    system: "mm",
    decimals: 0,
    finestFraction: 1,
    suffix: false,
    zeroInches: false,
    module: "50",
  },
  {
    id: "metric-level",
    title: "Levels in metres",
    system: "m",
    decimals: 2,
    finestFraction: 1,
    suffix: false,
    zeroInches: false,
  },
  {
    id: "feet-plan",
    title: "Feet and inches on plans",
    system: "feet-inches",
    decimals: 0,
    finestFraction: 16,
    suffix: true,
    zeroInches: true,
    module: '1"',
  },
];

export const TARNWICK_REDUCTIONS: OfficeStandard["reductions"] = [
  {
    id: "site-print",
    title: "half-size print for site",
    percent: 50,
    leastHeightMm: 0.9,
    note: "A1 goes out as A3 for the site hut.",
  },
];

export const TARNWICK_PEN_SCHEDULES: OfficeStandard["penSchedules"] = [
  {
    id: "ceiling",
    title: "Ceiling plans",
    changes: [
      { layer: "A-WALL", pen: "0.25" },
      { layer: "A-DOOR", pen: "0.18" },
      { layer: "A-COLS", pen: "0.35" },
    ],
    note: "Walls are context under a ceiling; they go fine so that the ceiling carries.",
  },
];

const paper = (
  angleDeg: number,
  spacingMm: number,
  offsetMm = 0,
  dashMm: number[] = [],
): HatchEntry["families"][number] => ({
  angleDeg,
  spacingMm,
  offsetMm,
  shiftMm: 0,
  dashMm,
});

export const TARNWICK_HATCHES: HatchEntry[] = [
  {
    id: "cut-masonry",
    title: "Cut masonry",
    material: "Masonry in section",
    basis: "paper",
    start: "anywhere",
    families: [paper(45, 1.2)],
    layer: "A-WALL-PATT",
    pen: "0.13",
  },
  {
    id: "cut-concrete",
    title: "Cut concrete",
    material: "Concrete in section",
    basis: "paper",
    start: "anywhere",
    families: [paper(45, 1.5), paper(45, 1.5, 0.75, [1.5, 1.5])],
    layer: "A-WALL-PATT",
    pen: "0.13",
    note: "The broken lines between tell it from masonry in a bad print.",
  },
  {
    id: "insulation",
    title: "Insulation",
    material: "Mineral insulation in section",
    basis: "paper",
    start: "anywhere",
    families: [paper(60, 2), paper(-60, 2)],
    layer: "A-WALL-PATT",
    pen: "0.13",
  },
  {
    id: "timber",
    title: "Timber",
    material: "Sawn timber in section",
    basis: "paper",
    start: "anywhere",
    families: [paper(0, 1), paper(90, 4, 0, [2, 6])],
    layer: "A-WALL-PATT",
    pen: "0.13",
  },
  {
    id: "earth",
    title: "Ground",
    material: "Undisturbed ground",
    basis: "paper",
    start: "anywhere",
    families: [paper(45, 1.6, 0, [4, 3]), paper(-45, 1.6, 0, [4, 3])],
    layer: "A-FLOR-PATT",
    pen: "0.13",
  },
  {
    id: "block-coursing",
    title: "Block coursing",
    material: "Concrete block, 8 × 16 in. with its joint",
    basis: "building",
    start: "whole-unit-lower-left",
    // Units of 203.2 × 406.4 mm in running bond: bed joints, and upright joints that move half a unit each course.
    families: [
      { angleDeg: 0, spacingMm: 203.2, offsetMm: 0, shiftMm: 0, dashMm: [] },
      { angleDeg: 90, spacingMm: 203.2, offsetMm: 0, shiftMm: 203.2, dashMm: [203.2, 203.2] },
    ],
    layer: "A-FLOR-PATT",
    pen: "0.13",
  },
  {
    id: "floor-tile",
    title: "Floor tile",
    material: "Tile, 300 × 300 mm",
    basis: "building",
    start: "whole-unit-lower-left",
    families: [
      { angleDeg: 0, spacingMm: 300, offsetMm: 0, shiftMm: 0, dashMm: [] },
      { angleDeg: 90, spacingMm: 300, offsetMm: 0, shiftMm: 0, dashMm: [] },
    ],
    layer: "A-FLOR-PATT",
    pen: "0.13",
  },
];

export const TARNWICK_FONTS: OfficeStandard["fonts"] = [
  { family: "Barlow", licence: "SIL Open Font License 1.1", note: "All lettering on drawings." },
  { family: "Archivo", licence: "SIL Open Font License 1.1" },
  { family: "Spline Sans Mono", licence: "SIL Open Font License 1.1" },
];

const style = (
  id: string,
  title: string,
  textStyle: string,
  unitStyle: string,
  firstRowMm: number,
  pitchMm: number,
): DimensionStyleEntry => ({
  id,
  title,
  terminator: "oblique-tick",
  terminatorMm: 2.5,
  leaderTerminator: "filled-arrow",
  leaderTerminatorMm: 2.5,
  textStyle,
  textPlace: "above-line",
  textDirection: "along-line",
  unitStyle,
  // Gap of 1/8 in. and a fixed length of 5 mm: common practice, no source.
  gapMm: 3.2,
  extension: "fixed",
  extensionMm: 5,
  overshootMm: 2,
  firstRowMm,
  pitchMm,
  rows: ["overall", "grid", "masses", "openings"],
  repeats: "left-out",
  layer: "A-ANNO-DIMS",
});

export const TARNWICK_DIMENSIONS: DimensionStyleEntry[] = [
  style("metric", "Dimensions in millimetres", "lettering-2.5", "metric-plan", 12, 8),
  // 9/16 in. and 3/8 in. on paper: common practice, no source.
  style("feet-inches", "Dimensions in feet and inches", "lettering-2.5", "feet-plan", 14.2875, 9.525),
];

const kind = (id: string, title: string, scales: string[], more: Partial<KindEntry> = {}): KindEntry => ({
  id,
  title,
  scales,
  dimensionStyle: "metric",
  otherDimensionStyle: "feet-inches",
  textStyles: ["lettering-1.8", "lettering-2.5", "lettering-3.5", "lettering-5"],
  frame: "A1",
  ...more,
});

const PLANS = ["1:50", "1:100", `1/4" = 1'-0"`, `1/8" = 1'-0"`];
const DETAILS = ["1:5", "1:10", "1:20", `1 1/2" = 1'-0"`, `1/2" = 1'-0"`];

export const TARNWICK_KINDS: KindEntry[] = [
  kind("floor-plan", "Floor plan", PLANS),
  kind("ceiling-plan", "Ceiling plan", PLANS, { penSchedule: "ceiling" }),
  kind("foundation-plan", "Foundation plan", PLANS),
  kind("section", "Section", PLANS),
  kind("elevation", "Elevation", PLANS),
  kind("detail", "Detail", DETAILS, { frame: "A1-details" }),
  kind("site-plan", "Site plan", ["1:200", "1:500", `1" = 20'`]),
];

/** What each kind shows: d drawn, n needed, f faint, x left out, ? undecided; columns as in `TARNWICK_KINDS`. */
const CHART: Readonly<Record<string, string>> = {
  "A-WALL": "nfdddxd",
  "A-WALL-PATT": "dxxddxx",
  "A-WALL-PRHT": "dxxddxx",
  "A-DOOR": "dfxddxx",
  "A-DOOR-SWNG": "dxxxxxx",
  "A-GLAZ": "dfxddxx",
  "A-GLAZ-SILL": "dxxddxx",
  "A-FLOR-STRS": "dxfddxx",
  "A-FLOR-PATT": "dxxddxd",
  "A-FLOR-OVHD": "ddxdxxx",
  "A-FLOR-FIXT": "dfxddxx",
  "A-FURN": "dxxxxxx",
  "A-COLS": "dfddddx",
  "A-GRID": "dfdddxx",
  "A-GRID-IDEN": "dfdddxx",
  "A-ANNO-DIMS": "ndnnddd",
  "A-ANNO-TEXT": "ddddddd",
  "A-ANNO-NOTE": "ddddddd",
  "A-ANNO-SYMB": "ddddddd",
  "A-ANNO-LEGN": "ddddddd",
  "A-ANNO-TTLB-LINE": "ddddddd",
  "A-ANNO-TTLB": "ddddddd",
  "A-ANNO-TTLT": "ddddddd",
  "A-AREA": "dxxxxxx",
  "A-ROOF-OTLN": "dxxddxd",
  "S-COLS": "dfddddx",
  "S-BEAM": "xxxdx?x",
  "S-FNDN": "xxddx?x",
  "S-GRID": "xxdxxxx",
  "S-ANNO-TEXT": "xxddxdx",
  "S-ANNO-DIMS": "xxddxdx",
  "L-PLNT": "fxx?dxd",
  "L-SITE": "fxfddxd",
  "A-ANNO-NPLT": "xxxxxxx",
};

const STATES: Readonly<Record<string, Showing>> = { d: "drawn", n: "needed", f: "faint", x: "left-out" };

export const TARNWICK_SHOWING: ShowingChart = Object.fromEntries(
  Object.entries(CHART).map(([layer, row]) => [
    layer,
    Object.fromEntries(
      TARNWICK_KINDS.flatMap(({ id }, i) => {
        const state = STATES[row[i] ?? ""];
        return state ? [[id, state] as const] : [];
      }),
    ),
  ]),
);

export const TARNWICK_SERIES: OfficeStandard["series"] = [
  { id: "plans", title: "Plans", prefix: "A-1", kinds: ["floor-plan", "ceiling-plan", "foundation-plan", "site-plan"] },
  { id: "elevations", title: "Elevations", prefix: "A-2", kinds: ["elevation"] },
  { id: "sections", title: "Sections", prefix: "A-3", kinds: ["section"] },
  { id: "details", title: "Details", prefix: "A-5", kinds: ["detail"] },
];

export const TARNWICK_CODES: OfficeStandard["codes"] = [
  { code: "CB", meaning: "Concrete block", group: "materials" },
  { code: "CIP", meaning: "Concrete cast in place", group: "materials" },
  { code: "SWD", meaning: "Softwood", group: "materials" },
  { code: "ZN", meaning: "Zinc sheet", group: "materials" },
  { code: "QT", meaning: "Quarry tile on screed", group: "finishes" },
  { code: "LN", meaning: "Linoleum on plywood", group: "finishes" },
  { code: "PL", meaning: "Plaster, painted", group: "finishes" },
  { code: "TB", meaning: "Tongued boarding, oiled", group: "finishes" },
  { code: "B", meaning: "Base unit", group: "components" },
  { code: "W", meaning: "Wall unit", group: "components" },
  { code: "FFL", meaning: "Finished floor level", group: "abbreviations" },
  { code: "UNO", meaning: "Unless noted otherwise", group: "abbreviations" },
];

export const TARNWICK_LABELS: LabelPatternEntry[] = [
  {
    id: "cabinet",
    title: "Cabinet: unit, width and height in inches",
    pattern: {
      id: "cabinet",
      title: "Unit letter, width, and the height where it is not the usual one",
      source: "own",
      separator: "",
      fields: [
        {
          id: "unit",
          title: "unit",
          minLength: 1,
          maxLength: 1,
          characters: "letters",
          required: true,
          codes: [
            { code: "B", meaning: "base unit" },
            { code: "W", meaning: "wall unit" },
          ],
        },
        { id: "width", title: "width", minLength: 2, maxLength: 2, characters: "digits", required: true },
        { id: "height", title: "height", minLength: 2, maxLength: 2, characters: "digits", required: false },
      ],
      examples: ["B36", "W3018"],
    },
  },
  {
    id: "door",
    title: "Door number: floor and sequence",
    pattern: {
      id: "door",
      title: "D, floor, sequence",
      source: "own",
      separator: "",
      fields: [
        {
          id: "letter",
          title: "letter",
          minLength: 1,
          maxLength: 1,
          characters: "letters",
          required: true,
          codes: [
            { code: "D", meaning: "door" },
            { code: "W", meaning: "window" },
          ],
        },
        { id: "floor", title: "floor", minLength: 1, maxLength: 1, characters: "digits", required: true },
        { id: "sequence", title: "sequence", minLength: 2, maxLength: 2, characters: "digits", required: true },
      ],
      examples: ["D001", "W112"],
    },
  },
];

export const TARNWICK_WALLS: OfficeStandard["wallTypes"] = [
  { id: "W1", title: "Exterior masonry, 300", thicknessMm: 300 },
  { id: "W2", title: "Interior block, 150", thicknessMm: 150 },
  { id: "W3", title: "Exterior frame, 6 in. and lining", thicknessMm: 160 },
  { id: "W4", title: "Partition, 4 1/2 in.", thicknessMm: 114.3 },
];

export const TARNWICK_OPENINGS: OfficeStandard["openings"] = [
  { id: "D-900", title: "Door, 900 clear", use: "door", widthMm: 900, headMm: 2100 },
  { id: "D-1800", title: "Pair of doors", use: "door", widthMm: 1800, headMm: 2100 },
  { id: "D-3600", title: "Doors of a boat store", use: "door", widthMm: 3600, headMm: 2700 },
  // Common practice, no source: doors of 2'-6" and 3'-0", windows of 3'-0", heads at 6'-8".
  { id: "D-2-6", title: `Door, 2'-6"`, use: "door", widthMm: 762, headMm: 2032 },
  { id: "D-3-0", title: `Door, 3'-0"`, use: "door", widthMm: 914.4, headMm: 2032 },
  { id: "D-6-0", title: `Pair of doors, 6'-0"`, use: "door", widthMm: 1828.8, headMm: 2032 },
  { id: "N-900", title: "Window, 900", use: "window", widthMm: 900, headMm: 2100 },
  { id: "N-1200", title: "Window, 1200", use: "window", widthMm: 1200, headMm: 2100 },
  { id: "N-1800", title: "Window, 1800", use: "window", widthMm: 1800, headMm: 2100 },
  { id: "N-2400", title: "Window, 2400", use: "window", widthMm: 2400, headMm: 2100 },
  { id: "N-3600", title: "Window, 3600", use: "window", widthMm: 3600, headMm: 2100 },
  { id: "N-3-0", title: `Window, 3'-0"`, use: "window", widthMm: 914.4, headMm: 2032 },
];

export const TARNWICK_SLOPES: OfficeStandard["slopes"] = [
  { slope: "4 in 12", use: "Least slope of tiled roofs in snow" },
  { slope: "8 in 12", use: "Usual tiled roof" },
  { slope: "1:40", use: "Falls of flat roofs" },
  { slope: "1:12", use: "Ramps" },
];

export const TARNWICK_NOTES: OfficeStandard["notes"] = [
  {
    id: "do-not-scale",
    title: "Dimensions",
    text: "Work to written dimensions. Where a dimension is missing, ask; do not scale the drawing.",
  },
  {
    id: "typical",
    title: "Typical",
    text: "What is noted once as typical holds for everything alike, unless noted otherwise (UNO).",
  },
  { id: "levels", title: "Levels", text: "Levels are in metres above the finished ground floor (0.00)." },
];
