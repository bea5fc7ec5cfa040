import type { Property } from "../standard";

/** First column of tables of parts: the entry that they belong to. */
export const PARENT = "Of";
export const SCHEME_OF = "Of";

export const TITLES = {
  standard: "Standard",
  schemes: "Schemes",
  fields: "Scheme fields",
  codes: "Scheme codes",
  chart: "Showing chart",
  rules: "Rules",
  figures: "Figures of rules",
} as const;

const fact = (path: string, title: string, shape: Property["shape"], optional = false) => ({
  title,
  property: { path, title, shape, ...(optional ? { optional } : {}) } satisfies Property,
});

/** What a standard says once. */
export const FACTS: readonly { readonly title: string; readonly property: Property }[] = [
  fact("format", "Format", "text"),
  fact("name", "Name", "text"),
  fact("edition", "Edition", "text"),
  fact("units", "Units", "choice"),
  fact("naming.defaultLayers", "Default layers", "texts"),
  fact("naming.textStyleNames", "Names of text styles", "text", true),
  fact("legendOrder", "Order of legends", "texts"),
];

/** What workbooks of the second form of a standard said besides; they are still read. */
export const FACTS_OF_SECOND_FORM: typeof FACTS = [
  fact("tolerances.widthMm", "Tolerance of widths, mm", "number"),
  fact("tolerances.heightShare", "Tolerance of heights, share", "number"),
  fact("tolerances.dashShare", "Tolerance of dashes, share", "number"),
  fact("tolerances.sheetMm", "Tolerance of sheet sizes, mm", "number"),
];

/** The value of a figure of a rule; none where it is as usual. */
export const FIGURE: Property = { path: "value", title: "Value", shape: "number", optional: true };
