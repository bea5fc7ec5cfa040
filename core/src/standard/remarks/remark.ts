import type { ChapterId, ListName } from "../chapters";

/** Something about a standard that is allowed but probably not meant. */
export interface Remark {
  /** Stable, kebab-case. */
  readonly code: string;
  readonly chapter: ChapterId;
  readonly list?: ListName;
  /** Entry it is about. */
  readonly key?: string;
  readonly message: string;
}

const MOST_NAMED = 8;

/** `a, b, c and 4 more`. */
export function listed(names: readonly string[]): string {
  if (names.length <= MOST_NAMED) return names.join(", ");
  return `${names.slice(0, MOST_NAMED).join(", ")} and ${(names.length - MOST_NAMED).toLocaleString("en")} more`;
}
