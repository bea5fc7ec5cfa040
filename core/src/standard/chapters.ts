import { DESCRIPTIONS } from "./describe/lists";
import { LIST_NAMES, LISTS, type Entry, type ListName } from "./lists";
import type { OfficeStandard } from "./model";
import { PARTS, PROPERTIES, valueAt, type Property } from "./properties";

export { emptyLists, isListName, LIST_NAMES, LISTS } from "./lists";
export type { Entry, ListName } from "./lists";

export const entriesOf = (standard: OfficeStandard, list: ListName): readonly Entry[] => standard[list];

export const keyOf = (list: ListName, entry: Entry): string => String(entry[LISTS[list].key]);

const CHAPTER_TITLES = {
  "units-and-scales": "Units & scales",
  layers: "Layers",
  "pens-and-lines": "Pens & lines",
  hatches: "Hatches",
  text: "Text",
  dimensions: "Dimensions",
  "drawing-kinds": "Drawing kinds",
  sheets: "Sheets",
  codes: "Codes",
  "building-lists": "Building lists",
  library: "Library",
} as const;

export type ChapterId = keyof typeof CHAPTER_TITLES;

export interface Chapter {
  readonly id: ChapterId;
  readonly title: string;
  readonly lists: readonly ListName[];
}

const listsOf = (chapter: string): ListName[] => {
  const own = LIST_NAMES.filter((list) => DESCRIPTIONS[list].chapter === chapter);
  const isFirst = (list: ListName): boolean => DESCRIPTIONS[list].first === true;
  return [...own.filter(isFirst), ...own.filter((list) => !isFirst(list))];
};

/** The chapters in the order of practice, with the lists that each holds. */
export const CHAPTERS: readonly Chapter[] = Object.entries(CHAPTER_TITLES).map(([id, title]) => ({
  id: id as ChapterId,
  title,
  lists: listsOf(id),
}));

export const chapterOf = (list: ListName): ChapterId => DESCRIPTIONS[list].chapter as ChapterId;

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

const referencesIn = (from: ListName, properties: readonly Property[], within?: string): Reference[] =>
  properties.flatMap(({ path, shape, to }) =>
    to
      ? [{ from, property: path, to, ...(shape === "keys" ? { many: true } : {}), ...(within ? { within } : {}) }]
      : [],
  );

/** Every reference from one list to another. */
export const REFERENCES: readonly Reference[] = LIST_NAMES.flatMap((from) => [
  ...referencesIn(from, PROPERTIES[from]),
  ...PARTS[from].flatMap((part) => referencesIn(from, part.properties, part.path)),
]);

/** The keys that an entry names by one reference, with the path of each within the entry. */
export function named(entry: Entry, { property, many, within }: Reference): { key: string; at: string }[] {
  if (within) {
    const parts = (valueAt(entry, within) ?? []) as Entry[];
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
