/** Values that properties choose from, apart from the classes that check them, so that browsers need not load those. */

export const UNIT_SYSTEMS = ["mm", "m", "feet-inches", "inches", "decimal-feet"] as const;
/** Those that write feet or inches. */
export const FEET_SYSTEMS: ReadonlySet<(typeof UNIT_SYSTEMS)[number]> = new Set([
  "feet-inches",
  "inches",
  "decimal-feet",
]);

/** Kinds of marks that a layer may hold. */
export const MARK_KINDS = ["lines", "fills", "hatches", "text", "dimensions", "symbols", "pictures"] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** What layers stand for, where starters and the library draw something of it. */
export const LAYER_ROLES = [
  "dimensions",
  "lettering",
  "notes",
  "titles",
  "symbols",
  "legends",
  "frame",
  "hatches",
  "grid",
  "scale-bars",
] as const;
export type LayerRole = (typeof LAYER_ROLES)[number];

export const HATCH_BASES = ["paper", "building"] as const;

export const HATCH_STARTS = ["anywhere", "whole-unit-lower-left"] as const;

export const LETTER_CASES = ["as-written", "capitals"] as const;

export const TEXT_FRAMES = ["none", "box", "rounded"] as const;

export const TERMINATORS = ["oblique-tick", "filled-arrow", "open-arrow", "dot", "circle", "none"] as const;
export type Terminator = (typeof TERMINATORS)[number];

export const TEXT_PLACES = ["above-line", "in-line"] as const;

export const TEXT_DIRECTIONS = ["along-line", "level"] as const;

export const EXTENSIONS = ["fixed", "full"] as const;

/** Rows from the building's whole down to its openings. */
export const DIMENSION_ROWS = ["overall", "grid", "masses", "openings"] as const;
export type DimensionRow = (typeof DIMENSION_ROWS)[number];

export const REPEATS = ["drawn", "left-out"] as const;

/** The showing chart: by layer and drawing kind; what is not in it is undecided. */
export type ShowingChart = Record<string, Record<string, Showing>>;

/** `needed` is drawn, and a drawing of the kind has to have something on it. */
export const SHOWINGS = ["drawn", "needed", "faint", "left-out"] as const;
export type Showing = (typeof SHOWINGS)[number];

/** Whether a layer is drawn in full. */
export const isDrawn = (state: Showing | undefined): boolean => state === "drawn" || state === "needed";

/** Where the text of a title-block cell comes from. */
export const CELL_SOURCES = ["particulars", "register", "issue"] as const;

export const FIXED_ITEMS = ["stamp", "legend", "revisions", "notes"] as const;

export const CODE_GROUPS = ["materials", "finishes", "components", "abbreviations"] as const;

export const OPENING_USES = ["door", "window"] as const;

export const FIELD_CHARACTERS = ["letters", "digits", "letters-and-digits"] as const;

/** Version of the JSON form; a later one is refused rather than half understood. */
export const STANDARD_FORMAT = "hemstitch-standard-3";

export const SEVERITIES = ["stop", "mend", "note"] as const;
/** stop: the sheet can't be issued; mend: wrong, issue needs a waiver; note: worth knowing. */
export type Severity = (typeof SEVERITIES)[number];
