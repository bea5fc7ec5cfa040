import { entriesOf, keyOf, LIST_NAMES, type ListName } from "./chapters";
import type { OfficeStandard } from "./model";
import { PROPERTIES, valueAt } from "./properties";

/** Without case and accents, so that “Tür” is found by “tur”. */
const folded = (text: string): string => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** The words of what somebody typed to find something. */
export const soughtWords = (typed: string): string[] => folded(typed).split(/\s+/).filter(Boolean);

const SAYS_MORE = 4;
const LETTER_OR_FIGURE = /[\p{L}\p{N}]/u;
const [WHOLE, BEGINNING, WORD, INSIDE] = [0, 1, 2, 3];

/** How well a word matches a text: 0 is best; Infinity where it is not in it. */
function placeIn(word: string, text: string): number {
  const at = text.indexOf(word);
  if (at < 0) return Infinity;
  if (text === word) return WHOLE;
  if (at === 0) return BEGINNING;
  for (let each = at; each > 0; each = text.indexOf(word, each + 1))
    if (!LETTER_OR_FIGURE.test(text.charAt(each - 1))) return WORD;
  return INSIDE;
}

/**
 * How well words match what is said of a thing: 0 is best; undefined where one of them is nowhere. The first text is
 * what the thing is called, the others say more about it and count less. Words that stand together as they were typed
 * match better than words apart.
 */
export function matchOf(words: readonly string[], texts: readonly string[]): number | undefined {
  const said = texts.map(folded);
  let sum = 0;
  for (const word of words) {
    const best = Math.min(...said.map((text, i) => placeIn(word, text) + (i > 0 ? SAYS_MORE : 0)));
    if (best === Infinity) return undefined;
    sum += best;
  }
  if (words.length < 2) return sum;
  const together = words.join(" ");
  return Math.min(sum, ...said.map((text, i) => placeIn(together, text) + (i > 0 ? 0.5 : 0)));
}

/** The best of what matches, best first; of two as good, the one that came first. */
export function bestOf<T>(
  things: Iterable<T>,
  words: readonly string[],
  textsOf: (thing: T) => readonly string[],
  most: number,
): T[] {
  const found: { thing: T; match: number }[] = [];
  for (const thing of things) {
    const match = matchOf(words, textsOf(thing));
    if (match !== undefined) found.push({ thing, match });
  }
  return found
    .sort((a, b) => a.match - b.match)
    .slice(0, most)
    .map(({ thing }) => thing);
}

/** An entry of the standard, with what it is called and what it is. */
export interface FoundEntry {
  readonly list: ListName;
  readonly key: string;
  /** What else it says of itself in words: purpose, title, meaning. */
  readonly words: readonly string[];
}

/** Entries of all lists, each with its words; reasons and notes last. */
function* allEntries(standard: OfficeStandard): Generator<FoundEntry> {
  for (const list of LIST_NAMES) {
    const spoken = PROPERTIES[list].filter(({ shape }) => shape === "text" || shape === "words").slice(1);
    for (const entry of entriesOf(standard, list)) {
      const values = spoken.map(({ path }) => valueAt(entry, path));
      yield {
        list,
        key: keyOf(list, entry),
        words: values.filter((value): value is string => typeof value === "string" && value !== ""),
      };
    }
  }
}

/** Entries of a standard that match all words, the best first. */
export const findEntries = (standard: OfficeStandard, words: readonly string[], most: number): FoundEntry[] =>
  words.length === 0 ? [] : bestOf(allEntries(standard), words, (entry) => [entry.key, ...entry.words], most);
