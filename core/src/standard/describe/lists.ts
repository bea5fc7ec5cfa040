import {
  CELL_SOURCES,
  CODE_GROUPS,
  DIMENSION_ROWS,
  EXTENSIONS,
  FIXED_ITEMS,
  HATCH_BASES,
  HATCH_STARTS,
  LAYER_ROLES,
  LETTER_CASES,
  MARK_KINDS,
  OPENING_USES,
  REPEATS,
  TERMINATORS,
  TEXT_DIRECTIONS,
  TEXT_FRAMES,
  TEXT_PLACES,
  UNIT_SYSTEMS,
} from "../model/choices";
import { list } from "./list";
import {
  aside,
  called,
  choice,
  choices,
  colour,
  distance,
  flag,
  group,
  key,
  keys,
  keyText,
  maybe,
  note,
  number,
  numbers,
  parts,
  picture,
  size,
  text,
  texts,
  words,
  type EntryOf,
  type Typed,
} from "./property";
import type { SchemeEntry } from "./scheme";

// ---- Units & scales ---------------------------------------------------------------------------

/** A way of writing lengths: system, precision, rounding, suffix, and the module that planning keeps to. */
const unitStyles = list({
  key: "id",
  one: "length style",
  many: "Length styles",
  most: 40,
  chapter: "units-and-scales",
  inRows: true,
  lead: "Lengths are written in one of these ways. Dimension styles name the one that they use.",
  empty:
    "How lengths are written: in millimetres, metres, or feet and inches, how fine, with or without the unit. Dimensions and levels follow them, so add one for each way that your drawings write lengths.",
  className: "UnitStyleEntry",
  properties: {
    id: keyText("Name"),
    title: text("Title"),
    system: choice("System", UNIT_SYSTEMS),
    /** Kept, for the decimal systems. */
    decimals: number("Decimals", { whole: true, least: 0, most: 6, blank: 0 }),
    /** Of an inch, as its denominator; 1 for whole inches. */
    finestFraction: aside(number("Finest fraction, 1/", { oneOf: [1, 2, 4, 8, 16, 32, 64], blank: 16 })),
    /** The unit is written after the number. */
    suffix: flag("Unit written", false),
    /** `14'-0"` keeps its inches. */
    zeroInches: aside(flag("Zero inches kept", true)),
    /** Values are rounded to whole steps of this length before they are written: `5`, `1/4"`. */
    roundTo: maybe(text("Rounded to", 40)),
    /** As written: `100`, `4"`. */
    module: maybe(text("Planning module", 40)),
    note,
  },
});

const scales = list({
  key: "scale",
  one: "scale",
  many: "Listed scales",
  most: 200,
  chapter: "units-and-scales",
  first: true,
  lead: "Drawings are made at one of these scales. Each bar is drawn to its scale.",
  empty: "The scales that drawings may be at. A drawing at any other is told, so list those that your office uses.",
  className: "ScaleEntry",
  properties: {
    /** As written: `1:100`, `1/4" = 1'-0"`. */
    scale: keyText("Scale"),
    system: choice("System", ["metric", "feet-inches"]),
    note,
  },
});

/** A size that the office also prints its sheets at, and what must stay legible then. */
const reductions = list({
  key: "id",
  one: "reduction",
  many: "Reductions",
  most: 20,
  chapter: "units-and-scales",
  inRows: true,
  lead: "Sheets are also printed at these sizes. What is lettered on them must still be read there.",
  empty:
    "The sizes that sheets are printed at besides their own, such as half size. What must stay legible there is measured. Leave it empty where nothing is reduced.",
  className: "ReductionEntry",
  properties: {
    id: keyText("Name"),
    title: text("Title"),
    /** Size of the print, per cent of the sheet. */
    percent: number("Size", { unit: "%", positive: true, most: 100, blank: 50 }),
    /** On that print. */
    leastHeightMm: maybe(distance("Least capitals", 50)),
    note,
  },
});

// ---- Layers -----------------------------------------------------------------------------------

const layers = list({
  key: "name",
  one: "layer",
  many: "Layers",
  most: 20_000,
  chapter: "layers",
  coded: true,
  inRows: true,
  lead: "Everything that is drawn stands on one of these layers, and plots in the pen and line type of its layer.",
  empty:
    "The layers that exist, each with what it is for and the pen it plots in. Drawings are measured against them: begin with those of a good drawing, paste a list from a spreadsheet, or build a name.",
  className: "LayerEntry",
  properties: {
    name: keyText("Layer", 255),
    purpose: called(words("Purpose"), "description", "use", "used for", "meaning"),
    /** Every stroke of the layer plots in it. */
    pen: maybe(called(key("Pen", "pens"), "line weight", "line width", "pen width", "plotted width")),
    lineType: maybe(called(key("Line type", "lineTypes"), "line style", "dash pattern")),
    /** Further line types that may stand on it. */
    alsoLineTypes: maybe(aside(keys("Also line types", "lineTypes"))),
    screenColour: called(colour("Screen"), "colour", "color", "screen colour"),
    /** False for helper layers, which must not show when a sheet goes out. */
    plots: flag("Plots", true),
    /** What starters and the library draw on it. */
    role: maybe(aside(choice("Stands for", LAYER_ROLES))),
    /** Any where not said. */
    marks: maybe(aside(choices("Marks allowed", MARK_KINDS))),
    /** What lies above what: the higher number lies above. */
    order: maybe(aside(number("Lies above", { whole: true, least: 0, most: 10_000 }))),
    /** No longer to be used. */
    withdrawn: maybe(aside(flag("Withdrawn"))),
    /** The layer that takes the place of a withdrawn one. */
    successor: maybe(aside(key("Successor", "layers"))),
    note,
  },
});

// ---- Pens & lines -----------------------------------------------------------------------------

/** A pen: a width on paper with its plotted shade and its colour on screen. */
const pens = list({
  key: "id",
  one: "pen",
  many: "Pens",
  most: 200,
  chapter: "pens-and-lines",
  inRows: true,
  lead: "Lines plot in these widths and no others.",
  empty:
    "The widths that lines plot in. Without pens no width can be judged: add the series of ISO 128 with one click, then take away what you do not use.",
  className: "PenEntry",
  properties: {
    id: keyText("Pen", 40),
    widthMm: size("Width", 20, { blank: 0.25 }),
    /** How dark it plots: 100 is full black. */
    shadePercent: number("Shade", { unit: "%", least: 0, most: 100, blank: 100 }),
    screenColour: colour("Screen"),
    note,
  },
});

/** A line type: dashes and gaps in turn, in multiples of the line width; no elements is a continuous line. */
const lineTypes = list({
  key: "id",
  one: "line type",
  many: "Line types",
  most: 200,
  chapter: "pens-and-lines",
  lead: "Dashes and gaps are multiples of the line width, so that a line type looks alike in every pen.",
  empty:
    "Patterns of dashes and gaps, in multiples of the width, and what they mean. Without line types no dashes can be judged.",
  className: "LineTypeEntry",
  properties: {
    id: keyText("Name"),
    title: text("Title"),
    pattern: numbers("Dashes and gaps", "× width", [12, 3]),
    /** In ISO 128-2, where it has one. */
    isoNumber: maybe(text("ISO 128 no.", 8)),
    note,
  },
});

/** A pen schedule besides the general one (which the layer register holds): what it changes. */
const penSchedules = list({
  key: "id",
  one: "pen schedule",
  many: "Pen schedules",
  most: 100,
  chapter: "pens-and-lines",
  lead: "Some drawing kinds plot layers in other pens than the register says.",
  empty:
    "What a drawing kind plots otherwise: a wall bold in the plan, fine in the ceiling plan. Leave it empty where every kind plots alike.",
  className: "PenScheduleEntry",
  properties: {
    id: keyText("Name"),
    title: text("Title"),
    changes: parts(
      "PenChangeEntry",
      { title: "Pen changes", one: "pen change", most: 20_000 },
      { layer: key("Layer", "layers"), pen: key("Pen", "pens") },
      [],
    ),
    note,
  },
});

// ---- Hatches ----------------------------------------------------------------------------------

/** A hatch: a pattern with a material meaning. Lengths on paper or in the building, as it says. */
const hatches = list({
  key: "id",
  one: "hatch",
  many: "Hatches",
  most: 500,
  chapter: "hatches",
  lead: "A pattern stands for one material, on every drawing.",
  empty:
    "The patterns that mean a material, with their spacing on paper or in the building. Add those that your legends show.",
  className: "HatchEntry",
  properties: {
    id: keyText("Name"),
    title: text("Title"),
    material: text("Material", 200),
    /** On paper: the same at every scale. */
    basis: choice("Lengths are on", HATCH_BASES, "paper"),
    start: choice("Starts", HATCH_STARTS, "anywhere"),
    families: parts(
      "HatchFamilyEntry",
      { title: "Hatch lines", one: "family of lines", most: 8 },
      {
        /** Counter-clockwise from the right. */
        angleDeg: number("Angle", { unit: "°", least: -360, most: 360 }),
        /** Between neighbouring lines, across them. */
        spacingMm: distance("Spacing", 100_000),
        /** How far the family stands from the starting point, across the lines. */
        offsetMm: number("Offset", { unit: "mm", least: -100_000, most: 100_000 }),
        /** How far each next line is moved along itself: half a unit for a running bond. */
        shiftMm: number("Shift", { unit: "mm", least: -100_000, most: 100_000 }),
        /** None for whole lines. */
        dashMm: numbers("Dashes and gaps", "mm"),
      },
      [{ angleDeg: 45, spacingMm: 1.5, offsetMm: 0, shiftMm: 0, dashMm: [] }],
    ),
    layer: maybe(key("Layer", "layers")),
    pen: maybe(key("Pen", "pens")),
    note,
  },
});

// ---- Text -------------------------------------------------------------------------------------

/** A text style: the height of capitals on paper, and the font families it may use. */
const textStyles = list({
  key: "id",
  one: "text style",
  many: "Text styles",
  most: 200,
  chapter: "text",
  lead: "Lettering is decided by its height on paper, measured on the capitals.",
  empty:
    "Heights of lettering on paper, and the fonts. Without text styles no lettering can be judged: add the heights that your sheets use.",
  className: "TextStyleEntry",
  properties: {
    id: keyText("Style"),
    heightMm: size("Capitals", 200, { blank: 2.5 }),
    /** Families; none means that any will do. */
    fonts: texts("Fonts", { mostElements: 20, blank: [] }),
    use: words("Use", 300),
    letterCase: maybe(aside(choice("Letter case", LETTER_CASES))),
    /** Added between letters, per cent of the height. */
    spacingPercent: maybe(aside(number("Spacing", { unit: "%", least: -50, most: 200 }))),
    /** Type B of ISO 3098-1 has a tenth of the height. */
    strokeMm: maybe(aside(distance("Stroke", 20))),
    /** Behind the text, so that marks under it do not cross it. */
    blankGround: maybe(aside(flag("Blank ground"))),
    frame: maybe(aside(choice("Frame", TEXT_FRAMES))),
    note,
  },
});

const fonts = list({
  key: "family",
  one: "font",
  many: "Fonts",
  most: 100,
  chapter: "text",
  lead: "Drawings are lettered in these fonts.",
  empty:
    "The fonts that the office letters with, with their licences. Upload those that do not come with Hemstitch, so that specimens and sheets show them.",
  className: "FontEntry",
  properties: {
    family: keyText("Family", 120),
    licence: text("Licence", 300),
    /** Of an uploaded font file; left out for those that come with Hemstitch and those of others. */
    sha256: maybe(aside(picture("File (SHA-256)"))),
    note,
  },
});

// ---- Dimensions -------------------------------------------------------------------------------

/** A dimension style: everything about how a dimension is drawn and written. Millimetres on paper. */
const dimensionStyles = list({
  key: "id",
  one: "dimension style",
  many: "Dimension styles",
  most: 100,
  chapter: "dimensions",
  lead: "Set the style before the first dimension is placed.",
  empty:
    "How dimensions are drawn and written: terminators, extension lines, rows, text. Set one before the first dimension is placed.",
  className: "DimensionStyleEntry",
  properties: {
    id: keyText("Style"),
    title: text("Title"),
    terminator: choice("Terminator", TERMINATORS, "oblique-tick"),
    /** Length of a tick's stroke or an arrow; dots and circles have half of it as diameter. */
    terminatorMm: aside(size("Terminator size", 50, { blank: 2.5 })),
    leaderTerminator: aside(choice("Leader terminator", TERMINATORS, "filled-arrow")),
    leaderTerminatorMm: aside(size("Leader terminator size", 50, { blank: 2.5 })),
    textStyle: key("Text style", "textStyles"),
    textPlace: aside(choice("Text place", TEXT_PLACES, "above-line")),
    textDirection: aside(choice("Text direction", TEXT_DIRECTIONS, "along-line")),
    unitStyle: key("Lengths written", "unitStyles"),
    /** Left free between the object and the extension line. */
    gapMm: aside(distance("Gap at object", 50, { blank: 2 })),
    /** `fixed`: extension lines have one length; `full`: they reach from the object. */
    extension: aside(choice("Extension lines", EXTENSIONS, "fixed")),
    /** Of fixed extension lines, on the object's side of the dimension line. */
    extensionMm: aside(distance("Extension length", 100, { blank: 5 })),
    /** How far extension lines go beyond the dimension line. */
    overshootMm: aside(distance("Overshoot", 50, { blank: 2 })),
    /** From the object. */
    firstRowMm: size("First row", 200, { blank: 12 }),
    /** From each row to the next. */
    pitchMm: size("Pitch", 200, { blank: 8 }),
    rows: aside(choices("Rows from outside in", DIMENSION_ROWS, { blank: [...DIMENSION_ROWS] })),
    /** What becomes of a row that repeats another. */
    repeats: aside(choice("Repeated rows", REPEATS, "left-out")),
    layer: maybe(aside(key("Layer", "layers"))),
    note,
  },
});

// ---- Drawing kinds ----------------------------------------------------------------------------

/** A drawing kind: floor plan, ceiling plan, section …, and what it is drawn with. */
const kinds = list({
  key: "id",
  one: "drawing kind",
  many: "Drawing kinds",
  most: 100,
  chapter: "drawing-kinds",
  inRows: true,
  lead: "Each kind of drawing has its scales, its pens and its frame.",
  empty:
    "Floor plan, ceiling plan, section, detail: each with its scales, pens and sheet frame. The showing chart has a column for each.",
  className: "KindEntry",
  properties: {
    id: keyText("Kind"),
    title: text("Title"),
    /** As the chapter Units & scales writes them. */
    scales: keys("Scales", "scales"),
    penSchedule: maybe(key("Pen schedule", "penSchedules")),
    dimensionStyle: maybe(key("Dimension style", "dimensionStyles")),
    /** For drawings of this kind that write the other units: feet where `dimensionStyle` writes metric ones. */
    otherDimensionStyle: maybe(key("In the other units", "dimensionStyles")),
    textStyles: keys("Text styles", "textStyles"),
    frame: maybe(key("Frame", "frames")),
    note,
  },
});

// ---- Sheets -----------------------------------------------------------------------------------

const edge = (title: string, blank: number) => number(title, { unit: "mm", least: 0, blank });
const place = (title: string) => number(title, { unit: "mm", least: 0 });
const extent = (title: string) => number(title, { unit: "mm", positive: true });

/** A cell of a title block, millimetres from the block's lower-left corner. */
const TITLE_CELL = {
  /** Which particular fills it. */
  field: keyText("Field", 40),
  label: text("Label", 60),
  xMm: place("From left"),
  yMm: place("From below"),
  widthMm: extent("Width"),
  heightMm: extent("Height"),
  /** Of the filled-in text. */
  textMm: extent("Capitals"),
  from: maybe(choice("Filled from", CELL_SOURCES)),
  longest: maybe(number("Longest text", { unit: "characters", whole: true, least: 1, most: 400 })),
};

/** A fixed item of a frame, millimetres from the drawing area's lower-left corner. */
const FIXED_ITEM = {
  id: keyText("Item"),
  kind: choice("Kind", FIXED_ITEMS),
  title: text("Title"),
  xMm: distance("From left"),
  yMm: distance("From below"),
  widthMm: size("Width"),
  heightMm: size("Height"),
  sha256: maybe(picture("Picture of a stamp")),
};

/** A sheet size that pages may have, upright or turned. */
const sheetSizes = list({
  key: "id",
  one: "sheet size",
  many: "Sheet sizes",
  most: 200,
  chapter: "sheets",
  inRows: true,
  lead: "Sheets go out in these sizes, upright or turned.",
  empty: "The sizes of sheets that go out. A page of any other size is told.",
  className: "SheetSizeEntry",
  properties: {
    id: keyText("Size", 40),
    widthMm: size("Width", 5000, { blank: 297 }),
    heightMm: size("Height", 5000, { blank: 420 }),
    note,
  },
});

/** A sheet frame as it lies, width first. */
const frames = list({
  key: "id",
  one: "sheet frame",
  many: "Sheet frames",
  most: 100,
  chapter: "sheets",
  first: true,
  lead: "Sheets are laid out in these frames.",
  empty:
    "Paper, borders, zone marks and the title block. Sheets are laid out in them, so add one for each size that your office issues.",
  className: "FrameEntry",
  properties: {
    id: keyText("Frame"),
    title: text("Title"),
    widthMm: size("Width", 5000, { blank: 841 }),
    heightMm: size("Height", 5000, { blank: 594 }),
    /** From the trimmed edges. */
    border: group("BorderEntry", {
      leftMm: aside(edge("Border left", 20)),
      rightMm: aside(edge("Border right", 10)),
      topMm: aside(edge("Border top", 10)),
      bottomMm: aside(edge("Border bottom", 10)),
    }),
    centringMarks: flag("Centring marks", true),
    /** Length of a zone field along the border; 0 for no zones. */
    zoneMm: distance("Zone field", 1000, { blank: 50 }),
    /** Between the border and the outer edge of the zones; 5 where it is not said. */
    zoneBandMm: maybe(distance("Zone band", 100)),
    /** How far centring marks reach over the border; 5 where it is not said. */
    centringMm: maybe(distance("Centring marks reach", 100)),
    /** In the lower right corner of the drawing area. */
    titleBlock: group("TitleBlockEntry", {
      widthMm: aside(size("Title block width", 5000, { blank: 180 })),
      heightMm: aside(size("Title block height", 5000, { blank: 40 })),
      cells: parts("TitleCellEntry", { title: "Title-block cells", one: "cell", most: 60 }, TITLE_CELL, []),
    }),
    layers: group("FrameLayersEntry", {
      /** The drawing frame and the outline of the title block. */
      frame: aside(keyText("Layer of the frame", 255)),
      /** Lines within the title block, zone marks, and lettering. */
      cells: aside(keyText("Layer of cells and zones", 255)),
      /** Titles of drawings and scale bars. */
      titles: aside(keyText("Layer of drawing titles", 255)),
    }),
    items: maybe(parts("FixedItemEntry", { title: "Fixed items", one: "fixed item", most: 20 }, FIXED_ITEM)),
    /** A grid that drawings drop into. */
    bays: maybe(
      group("BaysEntry", {
        columns: number("Bays across", { whole: true, least: 1, most: 24 }),
        rows: number("Bays down", { whole: true, least: 1, most: 24 }),
        gapMm: aside(distance("Between bays", 200)),
      }),
    ),
    note,
  },
});

/** A series of sheets: plans, sections, details …, and the beginning of its numbers. */
const series = list({
  key: "id",
  one: "series",
  many: "Series",
  most: 200,
  chapter: "sheets",
  inRows: true,
  lead: "The number of a sheet begins as its series says.",
  empty: "Plans, sections, details: what sheet numbers begin with. New sheets are numbered by them.",
  className: "SeriesEntry",
  properties: {
    id: keyText("Series"),
    title: text("Title"),
    /** `A-1`. */
    prefix: keyText("Numbers begin", 40, { blank: "A" }),
    kinds: keys("Drawing kinds", "kinds"),
    note,
  },
});

// ---- Codes ------------------------------------------------------------------------------------

/** A short code that legends explain. */
const codes = list({
  key: "code",
  one: "code",
  many: "Codes",
  most: 5000,
  chapter: "codes",
  coded: true,
  inRows: true,
  lead: "These codes may be used on drawings; a legend on the sheet explains those that are.",
  empty: "Short codes for materials, finishes and components, which legends explain.",
  className: "LegendCodeEntry",
  properties: {
    code: keyText("Code", 32),
    meaning: text("Meaning", 300),
    group: choice("Group", CODE_GROUPS, "materials"),
    note,
  },
});

/** The pattern of a new label: one letter. */
const ONE_LETTER: SchemeEntry = {
  id: "label",
  title: "",
  source: "own",
  separator: "",
  fields: [{ id: "letter", title: "letter", minLength: 1, maxLength: 1, characters: "letters", required: true }],
  examples: [],
};

/** How a label is put together: a letter, a width, a height … */
const labelPatterns = list({
  key: "id",
  one: "label pattern",
  many: "Label patterns",
  most: 100,
  chapter: "codes",
  lead: "Labels of components are put together in these ways.",
  empty: "How labels such as B36 are put together: a letter, a width, a height. Labels are read by them.",
  className: "LabelPatternEntry",
  properties: {
    id: keyText("Name"),
    title: text("Title"),
    pattern: { scheme: true, blank: ONE_LETTER } as {
      readonly scheme: true;
      readonly blank: unknown;
    } & Typed<SchemeEntry>,
    note,
  },
});

// ---- Building lists ---------------------------------------------------------------------------

const wallTypes = list({
  key: "id",
  one: "wall type",
  many: "Wall types",
  most: 500,
  chapter: "building-lists",
  lead: "Walls are drawn in one of these thicknesses.",
  empty: "The build-ups that walls may have, each with its thickness.",
  className: "WallTypeEntry",
  properties: {
    id: keyText("Type"),
    title: text("Build-up", 200),
    /** In the building. */
    thicknessMm: size("Thickness", 5000, { blank: 150 }),
    note,
  },
});

/** A standard opening, millimetres in the building. */
const openings = list({
  key: "id",
  one: "opening",
  many: "Openings",
  most: 1000,
  chapter: "building-lists",
  inRows: true,
  lead: "Doors and windows are of these sizes unless a drawing says why not.",
  empty: "Doors and windows of standard sizes.",
  className: "OpeningEntry",
  properties: {
    id: keyText("Name"),
    title: text("Title", 200),
    use: choice("Use", OPENING_USES, "door"),
    widthMm: size("Width", 20_000, { blank: 900 }),
    /** Height of the head above the floor. */
    headMm: maybe(size("Head", 20_000)),
    note,
  },
});

/** A roof slope as it is written: `4 in 12`, `1:40`, `30°`. */
const slopes = list({
  key: "slope",
  one: "slope",
  many: "Slopes",
  most: 100,
  chapter: "building-lists",
  inRows: true,
  lead: "Slopes are written in these ways, and drawn as they are written.",
  empty: "The slopes that roofs and ramps may have, as they are written.",
  className: "SlopeEntry",
  properties: { slope: keyText("Slope", 40), use: text("Use", 200), note },
});

// ---- Library ----------------------------------------------------------------------------------

/** A standard note that is put on sheets as it stands. */
const notes = list({
  key: "id",
  one: "standard note",
  many: "Standard notes",
  most: 500,
  chapter: "library",
  lead: "These notes stand on sheets as they are written here.",
  empty: "Notes that stand on sheets as they are written here.",
  className: "StandardNoteEntry",
  properties: { id: keyText("Name"), title: text("Title"), text: words("Text"), note },
});

/** Every list of a standard, in the order in which its JSON has them. A new list is described above and named here. */
export const DESCRIPTIONS = {
  unitStyles,
  scales,
  reductions,
  layers,
  pens,
  lineTypes,
  penSchedules,
  hatches,
  textStyles,
  fonts,
  dimensionStyles,
  kinds,
  sheetSizes,
  frames,
  series,
  codes,
  labelPatterns,
  wallTypes,
  openings,
  slopes,
  notes,
};

export type ListName = keyof typeof DESCRIPTIONS;

/** The entries of a standard, by list. */
export type StandardLists = { [L in ListName]: EntryOf<(typeof DESCRIPTIONS)[L]["properties"]>[] };

type Of<L extends ListName> = StandardLists[L][number];
export type UnitStyleEntry = Of<"unitStyles">;
export type ScaleEntry = Of<"scales">;
export type ReductionEntry = Of<"reductions">;
export type LayerEntry = Of<"layers">;
export type PenEntry = Of<"pens">;
export type LineTypeEntry = Of<"lineTypes">;
export type PenScheduleEntry = Of<"penSchedules">;
export type PenChangeEntry = PenScheduleEntry["changes"][number];
export type HatchEntry = Of<"hatches">;
export type HatchFamilyEntry = HatchEntry["families"][number];
export type TextStyleEntry = Of<"textStyles">;
export type FontEntry = Of<"fonts">;
export type DimensionStyleEntry = Of<"dimensionStyles">;
export type KindEntry = Of<"kinds">;
export type SheetSizeEntry = Of<"sheetSizes">;
export type FrameEntry = Of<"frames">;
export type BorderEntry = FrameEntry["border"];
export type TitleBlockEntry = FrameEntry["titleBlock"];
export type TitleCellEntry = TitleBlockEntry["cells"][number];
export type FixedItemEntry = NonNullable<FrameEntry["items"]>[number];
export type SeriesEntry = Of<"series">;
export type LegendCodeEntry = Of<"codes">;
export type LabelPatternEntry = Of<"labelPatterns">;
export type WallTypeEntry = Of<"wallTypes">;
export type OpeningEntry = Of<"openings">;
export type SlopeEntry = Of<"slopes">;
export type StandardNoteEntry = Of<"notes">;
