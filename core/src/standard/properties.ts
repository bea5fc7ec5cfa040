import type { Entry, ListName } from "./chapters";
import {
  CELL_SOURCES,
  CODE_GROUPS,
  DIMENSION_ROWS,
  EXTENSIONS,
  FIXED_ITEMS,
  HATCH_BASES,
  HATCH_STARTS,
  LETTER_CASES,
  MARK_KINDS,
  OPENING_USES,
  REPEATS,
  TERMINATORS,
  TEXT_DIRECTIONS,
  TEXT_FRAMES,
  TEXT_PLACES,
  UNIT_SYSTEMS,
} from "./model/choices";

/** What kind of value a property has, for tables, forms and words. */
export type Shape =
  "text" | "words" | "number" | "flag" | "choice" | "colour" | "texts" | "numbers" | "key" | "keys" | "picture";

/** One property of an entry: its path in the entry, what people call it, and what it takes. */
export interface Property {
  /** With dots for nested values: `border.leftMm`. */
  readonly path: string;
  readonly title: string;
  readonly shape: Shape;
  readonly unit?: string;
  /** May be left out. */
  readonly optional?: boolean;
  readonly choices?: readonly string[];
  /** List whose keys it takes. */
  readonly to?: ListName;
}

const property = (
  path: string,
  title: string,
  shape: Shape,
  more: Omit<Property, "path" | "title" | "shape"> = {},
): Property => ({
  path,
  title,
  shape,
  ...more,
});
const text = (path: string, title: string, more = {}) => property(path, title, "text", more);
const number = (path: string, title: string, unit?: string, more = {}) =>
  property(path, title, "number", { ...(unit ? { unit } : {}), ...more });
const mm = (path: string, title: string, more = {}) => number(path, title, "mm", more);
const flag = (path: string, title: string, more = {}) => property(path, title, "flag", more);
const choice = (path: string, title: string, choices: readonly string[], more = {}) =>
  property(path, title, "choice", { choices, ...more });
const key = (path: string, title: string, to: ListName, more = {}) => property(path, title, "key", { to, ...more });
const keys = (path: string, title: string, to: ListName, more = {}) => property(path, title, "keys", { to, ...more });
const maybe = { optional: true } as const;
const note = property("note", "Reasons and notes", "words", maybe);

/** The properties of the entries of each list, in the order in which tables and JSON have them. */
export const PROPERTIES: Readonly<Record<ListName, readonly Property[]>> = {
  unitStyles: [
    text("id", "Name"),
    text("title", "Title"),
    choice("system", "System", UNIT_SYSTEMS),
    number("decimals", "Decimals"),
    number("finestFraction", "Finest fraction, 1/"),
    flag("suffix", "Unit written"),
    flag("zeroInches", "Zero inches kept"),
    text("roundTo", "Rounded to", maybe),
    text("module", "Planning module", maybe),
    note,
  ],
  scales: [text("scale", "Scale"), choice("system", "System", ["metric", "feet-inches"]), note],
  reductions: [
    text("id", "Name"),
    text("title", "Title"),
    number("percent", "Size", "%"),
    mm("leastHeightMm", "Least capitals", maybe),
    note,
  ],
  layers: [
    text("name", "Layer"),
    property("purpose", "Purpose", "words"),
    key("pen", "Pen", "pens", maybe),
    key("lineType", "Line type", "lineTypes", maybe),
    keys("alsoLineTypes", "Also line types", "lineTypes", maybe),
    property("screenColour", "Screen", "colour"),
    flag("plots", "Plots"),
    property("marks", "Marks allowed", "texts", { choices: MARK_KINDS, ...maybe }),
    number("order", "Lies above", undefined, maybe),
    flag("withdrawn", "Withdrawn", maybe),
    key("successor", "Successor", "layers", maybe),
    note,
  ],
  pens: [
    text("id", "Pen"),
    mm("widthMm", "Width"),
    number("shadePercent", "Shade", "%"),
    property("screenColour", "Screen", "colour"),
    note,
  ],
  lineTypes: [
    text("id", "Name"),
    text("title", "Title"),
    property("pattern", "Dashes and gaps", "numbers", { unit: "× width" }),
    text("isoNumber", "ISO 128 no.", maybe),
    note,
  ],
  penSchedules: [text("id", "Name"), text("title", "Title"), note],
  hatches: [
    text("id", "Name"),
    text("title", "Title"),
    text("material", "Material"),
    choice("basis", "Lengths are on", HATCH_BASES),
    choice("start", "Starts", HATCH_STARTS),
    key("layer", "Layer", "layers", maybe),
    key("pen", "Pen", "pens", maybe),
    note,
  ],
  textStyles: [
    text("id", "Style"),
    mm("heightMm", "Capitals"),
    property("fonts", "Fonts", "texts"),
    property("use", "Use", "words"),
    choice("letterCase", "Letter case", LETTER_CASES, maybe),
    number("spacingPercent", "Spacing", "%", maybe),
    mm("strokeMm", "Stroke", maybe),
    flag("blankGround", "Blank ground", maybe),
    choice("frame", "Frame", TEXT_FRAMES, maybe),
    note,
  ],
  fonts: [text("family", "Family"), text("licence", "Licence"), text("sha256", "File (SHA-256)", maybe), note],
  dimensionStyles: [
    text("id", "Style"),
    text("title", "Title"),
    choice("terminator", "Terminator", TERMINATORS),
    mm("terminatorMm", "Terminator size"),
    choice("leaderTerminator", "Leader terminator", TERMINATORS),
    mm("leaderTerminatorMm", "Leader terminator size"),
    key("textStyle", "Text style", "textStyles"),
    choice("textPlace", "Text place", TEXT_PLACES),
    choice("textDirection", "Text direction", TEXT_DIRECTIONS),
    key("unitStyle", "Lengths written", "unitStyles"),
    mm("gapMm", "Gap at object"),
    choice("extension", "Extension lines", EXTENSIONS),
    mm("extensionMm", "Extension length"),
    mm("overshootMm", "Overshoot"),
    mm("firstRowMm", "First row"),
    mm("pitchMm", "Pitch"),
    property("rows", "Rows from outside in", "texts", { choices: DIMENSION_ROWS }),
    choice("repeats", "Repeated rows", REPEATS),
    key("layer", "Layer", "layers", maybe),
    note,
  ],
  kinds: [
    text("id", "Kind"),
    text("title", "Title"),
    keys("scales", "Scales", "scales"),
    key("penSchedule", "Pen schedule", "penSchedules", maybe),
    key("dimensionStyle", "Dimension style", "dimensionStyles", maybe),
    keys("textStyles", "Text styles", "textStyles"),
    key("frame", "Frame", "frames", maybe),
    note,
  ],
  sheetSizes: [text("id", "Size"), mm("widthMm", "Width"), mm("heightMm", "Height"), note],
  frames: [
    text("id", "Frame"),
    text("title", "Title"),
    mm("widthMm", "Width"),
    mm("heightMm", "Height"),
    mm("border.leftMm", "Border left"),
    mm("border.rightMm", "Border right"),
    mm("border.topMm", "Border top"),
    mm("border.bottomMm", "Border bottom"),
    flag("centringMarks", "Centring marks"),
    mm("zoneMm", "Zone field"),
    mm("titleBlock.widthMm", "Title block width"),
    mm("titleBlock.heightMm", "Title block height"),
    text("layers.frame", "Layer of the frame"),
    text("layers.cells", "Layer of cells and zones"),
    text("layers.titles", "Layer of drawing titles"),
    number("bays.columns", "Bays across", undefined, maybe),
    number("bays.rows", "Bays down", undefined, maybe),
    mm("bays.gapMm", "Between bays", maybe),
    note,
  ],
  series: [
    text("id", "Series"),
    text("title", "Title"),
    text("prefix", "Numbers begin"),
    keys("kinds", "Drawing kinds", "kinds"),
    note,
  ],
  codes: [text("code", "Code"), text("meaning", "Meaning"), choice("group", "Group", CODE_GROUPS), note],
  labelPatterns: [text("id", "Name"), text("title", "Title"), note],
  wallTypes: [text("id", "Type"), text("title", "Build-up"), mm("thicknessMm", "Thickness"), note],
  openings: [
    text("id", "Name"),
    text("title", "Title"),
    choice("use", "Use", OPENING_USES),
    mm("widthMm", "Width"),
    mm("headMm", "Head", maybe),
    note,
  ],
  slopes: [text("slope", "Slope"), text("use", "Use"), note],
  notes: [text("id", "Name"), text("title", "Title"), property("text", "Text", "words")],
};

/** A list within the entries of a list. */
export interface PartList {
  /** Path of the nested list in the entry. */
  readonly path: string;
  readonly title: string;
  readonly one: string;
  readonly properties: readonly Property[];
  readonly optional?: boolean;
}

/** Lists that stand within entries; those of naming schemes are `SCHEME_FIELDS` and their codes. */
export const PARTS: Partial<Readonly<Record<ListName, readonly PartList[]>>> = {
  penSchedules: [
    {
      path: "changes",
      title: "Pen changes",
      one: "pen change",
      properties: [key("layer", "Layer", "layers"), key("pen", "Pen", "pens")],
    },
  ],
  hatches: [
    {
      path: "families",
      title: "Hatch lines",
      one: "family of lines",
      properties: [
        number("angleDeg", "Angle", "°"),
        mm("spacingMm", "Spacing"),
        mm("offsetMm", "Offset"),
        mm("shiftMm", "Shift"),
        property("dashMm", "Dashes and gaps", "numbers", { unit: "mm" }),
      ],
    },
  ],
  frames: [
    {
      path: "titleBlock.cells",
      title: "Title-block cells",
      one: "cell",
      properties: [
        text("field", "Field"),
        text("label", "Label"),
        mm("xMm", "From left"),
        mm("yMm", "From below"),
        mm("widthMm", "Width"),
        mm("heightMm", "Height"),
        mm("textMm", "Capitals"),
        choice("from", "Filled from", CELL_SOURCES, maybe),
        number("longest", "Longest text", "characters", maybe),
      ],
    },
    {
      path: "items",
      title: "Fixed items",
      one: "fixed item",
      optional: true,
      properties: [
        text("id", "Item"),
        choice("kind", "Kind", FIXED_ITEMS),
        text("title", "Title"),
        mm("xMm", "From left"),
        mm("yMm", "From below"),
        mm("widthMm", "Width"),
        mm("heightMm", "Height"),
        property("sha256", "Picture of a stamp", "picture", maybe),
      ],
    },
  ],
};

export const SCHEME_PROPERTIES: readonly Property[] = [
  text("id", "Scheme"),
  text("title", "Title"),
  text("source", "Source"),
  text("separator", "Separator"),
  text("filler", "Filler", maybe),
  property("examples", "Examples", "texts"),
];

export const SCHEME_FIELDS: readonly Property[] = [
  text("id", "Field"),
  text("title", "Title"),
  number("minLength", "Shortest"),
  number("maxLength", "Longest"),
  choice("characters", "Characters", ["letters", "digits", "letters-and-digits"]),
  flag("required", "Required"),
  flag("joined", "No separator before", maybe),
  flag("open", "Other codes too", maybe),
  flag("codeIsPrefix", "Code is a beginning", maybe),
  flag("mayBeBlank", "May be blank", maybe),
  text("usual", "Usual", maybe),
];

export const SCHEME_CODES: readonly Property[] = [text("code", "Code"), text("meaning", "Meaning")];

/** The value at a path of an entry. */
export function valueAt(entry: Entry, path: string): unknown {
  let value: unknown = entry;
  for (const step of path.split(".")) {
    if (typeof value !== "object" || value === null) return undefined;
    value = (value as Record<string, unknown>)[step];
  }
  return value;
}

/** Sets a value at a path, making what is needed on the way. */
export function setAt(entry: Record<string, unknown>, path: string, value: unknown): void {
  const steps = path.split(".");
  const last = steps.pop() ?? "";
  let inner = entry;
  for (const step of steps) {
    const next = inner[step];
    inner = (typeof next === "object" && next !== null ? next : (inner[step] = {})) as Record<string, unknown>;
  }
  inner[last] = value;
}

/** A value in words: flags as yes and no, lists with commas, figures with their unit. */
export function inWords(value: unknown, { unit, shape }: Property): string {
  if (value === undefined || value === "" || (Array.isArray(value) && value.length === 0)) return "nothing";
  if (shape === "flag") return value === true ? "yes" : "no";
  if (Array.isArray(value)) return value.join(", ");
  return shape === "number" && unit ? `${String(value)} ${unit}` : String(value);
}

/** What a property is called where it is filled in: its title, and its unit where it has one. */
export const titleWithUnit = ({ title, unit }: Property): string => (unit ? `${title}, ${unit}` : title);
