import { uncapitalised } from "../base/words";
import { entriesOf, keyOf, LIST_NAMES, LISTS, type ListName } from "./chapters";
import type { OfficeStandard } from "./model";

/** How much of one list a standard holds, with the first few names. */
export interface Held {
  readonly list: ListName;
  /** As many entries are called: `pens`. */
  readonly words: string;
  readonly count: number;
  readonly first: readonly string[];
}

const FIRST = 4;

/** What a standard holds, list by list in the order of its chapters; empty lists are left out. */
export const contentsOf = (standard: OfficeStandard): Held[] =>
  LIST_NAMES.flatMap((list): Held[] => {
    const entries = entriesOf(standard, list);
    if (entries.length === 0) return [];
    const { one, many } = LISTS[list];
    const words = entries.length === 1 ? one : uncapitalised(many);
    return [{ list, words, count: entries.length, first: entries.slice(0, FIRST).map((entry) => keyOf(list, entry)) }];
  });

/** Whether nobody has written anything into a standard yet. */
export const isBlank = (standard: OfficeStandard): boolean =>
  LIST_NAMES.every((list) => standard[list].length === 0) && standard.naming.layers.fields.length === 0;
