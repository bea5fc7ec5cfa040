import { DESCRIPTIONS, type ListName, type StandardLists } from "./describe/lists";

export type { ListName } from "./describe/lists";

export const LIST_NAMES = Object.keys(DESCRIPTIONS) as ListName[];

export const isListName = (name: string): name is ListName => Object.hasOwn(DESCRIPTIONS, name);

/** What of a list is said in words and limits. */
export interface ListWords {
  /** Property that its entries are known by. */
  readonly key: string;
  readonly one: string;
  readonly many: string;
  readonly most: number;
  readonly coded?: boolean;
  readonly inRows?: boolean;
  /** What a manual says before its entries. */
  readonly lead: string;
  /** What belongs in it, why, and the first step. */
  readonly empty: string;
}

/** Lists of entries in a standard: what an entry is known by, what it is called, and how many there may be. */
export const LISTS: Readonly<Record<ListName, ListWords>> = DESCRIPTIONS;

/** All lists, without entries. */
export function emptyLists(): StandardLists {
  const lists: Partial<StandardLists> = {};
  for (const list of LIST_NAMES) lists[list] = [];
  return lists as StandardLists;
}

/** An entry of any list, as plain properties. */
export type Entry = Readonly<Record<string, unknown>>;
