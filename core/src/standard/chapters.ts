import { LISTS, type ListName } from "./lists";
import type { OfficeStandard } from "./model";

export { isListName, LIST_NAMES, LISTS } from "./lists";
export type { ListName } from "./lists";

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
