import type { OfficeStandard } from "./model";

/** Lists of entries in a standard: what an entry is known by, what it is called, and how many there may be. */
export const LISTS = {
  unitStyles: { key: "id", one: "length style", many: "Length styles", most: 40 },
  scales: { key: "scale", one: "scale", many: "Listed scales", most: 200 },
  reductions: { key: "id", one: "reduction", many: "Reductions", most: 20 },
  layers: { key: "name", one: "layer", many: "Layers", most: 20_000 },
  pens: { key: "id", one: "pen", many: "Pens", most: 200 },
  lineTypes: { key: "id", one: "line type", many: "Line types", most: 200 },
  penSchedules: { key: "id", one: "pen schedule", many: "Pen schedules", most: 100 },
  hatches: { key: "id", one: "hatch", many: "Hatches", most: 500 },
  textStyles: { key: "id", one: "text style", many: "Text styles", most: 200 },
  fonts: { key: "family", one: "font", many: "Fonts", most: 100 },
  dimensionStyles: { key: "id", one: "dimension style", many: "Dimension styles", most: 100 },
  kinds: { key: "id", one: "drawing kind", many: "Drawing kinds", most: 100 },
  sheetSizes: { key: "id", one: "sheet size", many: "Sheet sizes", most: 200 },
  frames: { key: "id", one: "sheet frame", many: "Sheet frames", most: 100 },
  series: { key: "id", one: "series", many: "Series", most: 200 },
  codes: { key: "code", one: "code", many: "Codes", most: 5000 },
  labelPatterns: { key: "id", one: "label pattern", many: "Label patterns", most: 100 },
  wallTypes: { key: "id", one: "wall type", many: "Wall types", most: 500 },
  openings: { key: "id", one: "opening", many: "Openings", most: 1000 },
  slopes: { key: "slope", one: "slope", many: "Slopes", most: 100 },
  notes: { key: "id", one: "standard note", many: "Standard notes", most: 500 },
} as const satisfies Partial<Record<keyof OfficeStandard, { key: string; one: string; many: string; most: number }>>;

export type ListName = keyof typeof LISTS;
export const LIST_NAMES = Object.keys(LISTS) as ListName[];
export const isListName = (name: string): name is ListName => Object.hasOwn(LISTS, name);

/** An entry of any list, as plain properties. */
export type Entry = Readonly<Record<string, unknown>>;

export const entriesOf = (standard: OfficeStandard, list: ListName): readonly Entry[] =>
  standard[list] as unknown as readonly Entry[];

export const keyOf = (list: ListName, entry: Entry): string => String(entry[LISTS[list].key]);

/** The chapters in the order of practice, with the lists that each holds. */
export const CHAPTERS = [
  { id: "units-and-scales", title: "Units & scales", lists: ["scales", "unitStyles", "reductions"] },
  { id: "layers", title: "Layers", lists: ["layers"] },
  { id: "pens-and-lines", title: "Pens & lines", lists: ["pens", "lineTypes", "penSchedules"] },
  { id: "hatches", title: "Hatches", lists: ["hatches"] },
  { id: "text", title: "Text", lists: ["textStyles", "fonts"] },
  { id: "dimensions", title: "Dimensions", lists: ["dimensionStyles"] },
  { id: "drawing-kinds", title: "Drawing kinds", lists: ["kinds"] },
  { id: "sheets", title: "Sheets", lists: ["frames", "sheetSizes", "series"] },
  { id: "codes", title: "Codes", lists: ["codes", "labelPatterns"] },
  { id: "building-lists", title: "Building lists", lists: ["wallTypes", "openings", "slopes"] },
  { id: "library", title: "Library", lists: ["notes"] },
] as const satisfies readonly { id: string; title: string; lists: readonly ListName[] }[];

export type ChapterId = (typeof CHAPTERS)[number]["id"];

export const chapterOf = (list: ListName): ChapterId =>
  CHAPTERS.find((chapter) => (chapter.lists as readonly string[]).includes(list))?.id ?? "layers";

/** A property that names an entry of another list. */
export interface Reference {
  readonly from: ListName;
  readonly property: string;
  readonly to: ListName;
  /** The property is a list of keys. */
  readonly many?: boolean;
  /** The key stands in each element of a nested list. */
  readonly within?: string;
}

/** Every reference from one list to another. */
export const REFERENCES: readonly Reference[] = [
  { from: "layers", property: "pen", to: "pens" },
  { from: "layers", property: "lineType", to: "lineTypes" },
  { from: "layers", property: "alsoLineTypes", to: "lineTypes", many: true },
  { from: "layers", property: "successor", to: "layers" },
  { from: "penSchedules", within: "changes", property: "layer", to: "layers" },
  { from: "penSchedules", within: "changes", property: "pen", to: "pens" },
  { from: "hatches", property: "layer", to: "layers" },
  { from: "hatches", property: "pen", to: "pens" },
  { from: "dimensionStyles", property: "textStyle", to: "textStyles" },
  { from: "dimensionStyles", property: "unitStyle", to: "unitStyles" },
  { from: "dimensionStyles", property: "layer", to: "layers" },
  { from: "kinds", property: "scales", to: "scales", many: true },
  { from: "kinds", property: "penSchedule", to: "penSchedules" },
  { from: "kinds", property: "dimensionStyle", to: "dimensionStyles" },
  { from: "kinds", property: "textStyles", to: "textStyles", many: true },
  { from: "kinds", property: "frame", to: "frames" },
  { from: "series", property: "kinds", to: "kinds", many: true },
];

/** The keys that an entry names by one reference, with the path of each within the entry. */
export function named(entry: Entry, { property, many, within }: Reference): { key: string; at: string }[] {
  if (within) {
    const parts = (entry[within] ?? []) as Entry[];
    return parts.map((part, i) => ({ key: String(part[property]), at: `${within}[${i}].${property}` }));
  }
  const value = entry[property];
  if (many) return ((value ?? []) as string[]).map((key, i) => ({ key, at: `${property}[${i}]` }));
  return value === undefined ? [] : [{ key: String(value), at: property }];
}

/** A place where an entry is used. */
export interface Use {
  readonly list: ListName;
  readonly key: string;
  readonly property: string;
}

/** Where an entry is named by others. */
export function usesOf(standard: OfficeStandard, list: ListName, key: string): Use[] {
  const uses = REFERENCES.filter((reference) => reference.to === list).flatMap((reference) =>
    entriesOf(standard, reference.from)
      .filter((entry) => named(entry, reference).some((each) => each.key === key))
      .map((entry) => ({ list: reference.from, key: keyOf(reference.from, entry), property: reference.property })),
  );
  return uses;
}
