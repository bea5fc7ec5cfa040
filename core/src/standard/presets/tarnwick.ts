import { HYPHENATED_DISCIPLINE, SHEET_NUMBERS } from "../../naming";
import { STANDARD_FORMAT, type LayerEntry, type LayerRole, type MarkKind, type OfficeStandard } from "../model";
import { ISO_PENS } from "../iso-series";
import { emptyLists } from "../lists";
import { scaleEntry } from "../upgrade";
import {
  TARNWICK_CODES,
  TARNWICK_DIMENSIONS,
  TARNWICK_FONTS,
  TARNWICK_HATCHES,
  TARNWICK_KINDS,
  TARNWICK_LABELS,
  TARNWICK_NOTES,
  TARNWICK_OPENINGS,
  TARNWICK_PEN_SCHEDULES,
  TARNWICK_REDUCTIONS,
  TARNWICK_SERIES,
  TARNWICK_SHOWING,
  TARNWICK_SLOPES,
  TARNWICK_UNITS,
  TARNWICK_WALLS,
} from "./tarnwick-chapters";
import { A1_DETAILS_FRAME, A1_FRAME, A3_FRAME, ARCH_D_FRAME } from "./frames";
import { DEFAULT_LAYERS, ISO_LINE_TYPES, isoTextStyles, ownCopy, sheetSizes } from "./published";

type Row = readonly [name: string, purpose: string, pen: string, lineType: string, colour: string, also?: string[]];

const REGISTER: readonly Row[] = [
  ["A-WALL", "Walls in plan, cut outline", "0.5", "continuous", "#1b2a41"],
  ["A-WALL-PATT", "Poché of cut walls", "0.13", "continuous", "#9a9384"],
  ["A-WALL-PRHT", "Walls of partial height, seen below the cut", "0.25", "continuous", "#465569"],
  ["A-DOOR", "Door leaves and frames", "0.35", "continuous", "#2b4c7e"],
  ["A-DOOR-SWNG", "Swings of doors", "0.18", "continuous", "#6d86ab"],
  ["A-GLAZ", "Windows and glazed screens", "0.25", "continuous", "#3d7ea6"],
  ["A-GLAZ-SILL", "Sills below the cut", "0.18", "continuous", "#86aec4"],
  ["A-FLOR-STRS", "Stairs, treads and arrows", "0.25", "continuous", "#6f4518"],
  ["A-FLOR-PATT", "Floor patterns", "0.13", "continuous", "#b9b2a1"],
  ["A-FLOR-OVHD", "Edges overhead: eaves, beams, upper floors", "0.25", "dashed", "#7a6a52"],
  ["A-FLOR-FIXT", "Sanitary and fixed fittings", "0.25", "continuous", "#5d7052"],
  ["A-FURN", "Loose furniture", "0.18", "continuous", "#8a7d63"],
  ["A-COLS", "Columns", "0.7", "continuous", "#30302e"],
  ["A-GRID", "Grid lines", "0.18", "long-dash-dot", "#9f2b1e", ["continuous"]],
  ["A-GRID-IDEN", "Grid bubbles and their letters", "0.25", "continuous", "#9f2b1e"],
  ["A-ANNO-DIMS", "Dimensions", "0.18", "continuous", "#4a6572"],
  ["A-ANNO-TEXT", "Room names and general lettering", "0.25", "continuous", "#1b2a41"],
  ["A-ANNO-NOTE", "Notes and their leaders", "0.18", "continuous", "#1b2a41"],
  ["A-ANNO-SYMB", "North point, section marks, level tags", "0.35", "continuous", "#1b2a41"],
  ["A-ANNO-LEGN", "Legends and layer keys", "0.18", "continuous", "#1b2a41"],
  ["A-ANNO-TTLB-LINE", "Lines and lettering of the title block, zone marks", "0.25", "continuous", "#1b2a41"],
  ["A-ANNO-TTLB", "Sheet frame and outline of the title block", "0.7", "continuous", "#1b2a41"],
  ["A-ANNO-TTLT", "Drawing titles and scale bars", "0.35", "continuous", "#1b2a41"],
  ["A-AREA", "Outlines of areas", "0.18", "long-dash-two-dots", "#2c6e49"],
  ["A-ROOF-OTLN", "Outline of the roof", "0.35", "dashed", "#7a6a52"],
  ["S-COLS", "Structural columns", "0.7", "continuous", "#30302e"],
  ["S-BEAM", "Beams", "0.35", "dashed", "#5a4632"],
  ["S-FNDN", "Foundations below ground", "0.35", "dashed", "#57534e"],
  ["S-GRID", "Grid lines of the structure", "0.18", "long-dash-dot", "#9f2b1e", ["continuous"]],
  ["S-ANNO-TEXT", "Lettering of the structure", "0.25", "continuous", "#1b2a41"],
  ["S-ANNO-DIMS", "Dimensions of the structure", "0.18", "continuous", "#4a6572"],
  ["L-PLNT", "Planting", "0.18", "continuous", "#4d7c4a"],
  ["L-SITE", "Paving, kerbs and edges", "0.25", "continuous", "#7c7766"],
];

/** What a layer may hold, by the ending of its name. */
const marksOf = (name: string): MarkKind[] => {
  if (name.endsWith("-PATT")) return ["hatches", "fills"];
  if (name.endsWith("-DIMS")) return ["dimensions", "lines", "fills", "text"];
  if (name.endsWith("-TEXT")) return ["text", "lines"];
  if (name.includes("-ANNO-") || name.endsWith("-IDEN")) return ["lines", "text", "symbols", "fills"];
  return ["lines", "fills"];
};

/** Fills lie under lines, lines under text. */
const orderOf = (name: string): number => {
  if (name.endsWith("-PATT")) return 20;
  if (name.endsWith("-GRID")) return 30;
  return name.includes("-ANNO-") || name.endsWith("-IDEN") ? 80 : 50;
};

/** What starters and the library draw on which layer. */
const ROLES: Readonly<Record<string, LayerRole>> = {
  "A-WALL-PATT": "hatches",
  "A-GRID": "grid",
  "A-ANNO-DIMS": "dimensions",
  "A-ANNO-TEXT": "lettering",
  "A-ANNO-NOTE": "notes",
  "A-ANNO-SYMB": "symbols",
  "A-ANNO-LEGN": "legends",
  "A-ANNO-TTLB": "frame",
  "A-ANNO-TTLT": "titles",
};

const layer = ([name, purpose, pen, lineType, screenColour, alsoLineTypes]: Row): LayerEntry => ({
  name,
  purpose,
  pen,
  lineType,
  ...(alsoLineTypes ? { alsoLineTypes } : {}),
  screenColour,
  plots: true,
  ...(ROLES[name] ? { role: ROLES[name] } : {}),
  marks: marksOf(name),
  order: orderOf(name),
});

/** Lettering of this height heads sheets. Millimetres on paper. */
const HEADING_MM = 7;

/** The invented demo office: a small register on the hyphenated scheme, ISO pens, one lettering font. */
export const tarnwick = (): OfficeStandard =>
  ownCopy<OfficeStandard>({
    format: STANDARD_FORMAT,
    name: "Tarnwick Plan Room",
    edition: "4",
    units: "metric",
    ...emptyLists(),
    naming: {
      layers: HYPHENATED_DISCIPLINE,
      sheets: SHEET_NUMBERS,
      defaultLayers: DEFAULT_LAYERS,
      textStyleNames: "T{height}-{scale}",
    } as OfficeStandard["naming"],
    pens: ISO_PENS,
    lineTypes: ISO_LINE_TYPES,
    // Headings of sheets are in capitals.
    textStyles: isoTextStyles(["Barlow"]).map((style) =>
      style.heightMm === HEADING_MM ? { ...style, letterCase: "capitals" as const } : style,
    ),
    scales: [
      "1:5",
      "1:10",
      "1:20",
      "1:50",
      "1:100",
      "1:200",
      "1:500",
      `1 1/2" = 1'-0"`,
      `1/2" = 1'-0"`,
      `1/4" = 1'-0"`,
      `1/8" = 1'-0"`,
      `1" = 20'`,
    ].map(scaleEntry),
    unitStyles: TARNWICK_UNITS,
    reductions: TARNWICK_REDUCTIONS,
    penSchedules: TARNWICK_PEN_SCHEDULES,
    hatches: TARNWICK_HATCHES,
    fonts: TARNWICK_FONTS,
    dimensionStyles: TARNWICK_DIMENSIONS,
    kinds: TARNWICK_KINDS,
    showing: TARNWICK_SHOWING,
    series: TARNWICK_SERIES,
    codes: TARNWICK_CODES,
    labelPatterns: TARNWICK_LABELS,
    legendOrder: ["materials", "finishes", "components", "abbreviations"],
    wallTypes: TARNWICK_WALLS,
    openings: TARNWICK_OPENINGS,
    slopes: TARNWICK_SLOPES,
    notes: TARNWICK_NOTES,
    sheetSizes: sheetSizes("ISO A").concat({ id: "24x36", widthMm: 609.6, heightMm: 914.4 }),
    frames: [A1_FRAME, A1_DETAILS_FRAME, A3_FRAME, ARCH_D_FRAME],
    layers: [
      ...REGISTER.map(layer),
      {
        name: "A-ANNO-NPLT",
        purpose: "Construction and spacing lines of the drafter",
        pen: "0.13",
        lineType: "continuous",
        screenColour: "#b6a98d",
        plots: false,
        order: 10,
      },
    ],
    rules: {},
  });
