import type { Budget } from "../budget";
import { ContentLexer, Token } from "../lexer";

/** A character map: how many bytes codes have, and what they mean. */
export interface CharacterMap {
  /** Lengths in bytes that codes may have, shortest first. */
  readonly codeLengths: readonly number[];
  readonly text: Meanings;
}

/** A range of codes whose meanings count up from the first, or are listed. */
interface Range {
  readonly from: number;
  readonly to: number;
  readonly meaning: Uint8Array | readonly Uint8Array[];
}

/** The code of a range that means a text; undefined where none does. */
function codeWithin({ from, to, meaning }: Range, text: string): number | undefined {
  if (!(meaning instanceof Uint8Array)) {
    const at = meaning.findIndex((each) => textOf(each) === text);
    return at >= 0 && from + at <= to ? from + at : undefined;
  }
  const by = text.charCodeAt(text.length - 1) - textOf(meaning).charCodeAt(textOf(meaning).length - 1);
  return by >= 0 && by <= to - from && textOf(counted(meaning, by)) === text ? from + by : undefined;
}

/**
 * What codes mean. Ranges stay ranges, however many codes they span: what a code means is worked out when it is asked.
 * Invariant: `ranges` is sorted by `from` once `get` has been called.
 */
export class Meanings {
  private readonly single = new Map<number, string>();
  private readonly ranges: Range[] = [];
  private sorted = true;
  /** The codes of single meanings, once one was asked for. */
  private codes: Map<string, number> | undefined;

  get size(): number {
    return this.single.size + this.ranges.length;
  }

  set(code: number, text: string): void {
    this.single.set(code, text);
    this.codes = undefined;
  }

  add(range: Range): void {
    this.ranges.push(range);
    this.sorted = false;
  }

  /** The least code that means a text. */
  codeOf(text: string): number | undefined {
    if (!this.codes) {
      this.codes = new Map();
      for (const [code, meaning] of [...this.single].sort(([a], [b]) => a - b))
        if (!this.codes.has(meaning)) this.codes.set(meaning, code);
    }
    const single = this.codes.get(text);
    const within = this.ranges.map((range) => codeWithin(range, text)).filter((code) => code !== undefined);
    return [...(single === undefined ? [] : [single]), ...within].reduce<number | undefined>(
      (least, code) => (least === undefined || code < least ? code : least),
      undefined,
    );
  }

  get(code: number): string | undefined {
    const own = this.single.get(code);
    if (own !== undefined) return own;
    if (!this.sorted) {
      this.ranges.sort((a, b) => a.from - b.from);
      this.sorted = true;
    }
    let [low, high] = [0, this.ranges.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.ranges[middle]?.from ?? 0) <= code) low = middle + 1;
      else high = middle;
    }
    const range = this.ranges[low - 1];
    if (!range || code > range.to) return undefined;
    const { meaning, from } = range;
    const bytes = meaning instanceof Uint8Array ? counted(meaning, code - from) : meaning[code - from];
    return bytes && textOf(bytes);
  }
}

/** What a meaning says: UTF-16, a character or several. */
function textOf(bytes: Uint8Array): string {
  let text = "";
  for (let at = 0; at + 1 < bytes.length; at += 2) text += String.fromCharCode(bytes[at]! * 256 + bytes[at + 1]!);
  return bytes.length === 1 ? String.fromCharCode(bytes[0]!) : text;
}

const MOST_ENTRIES = 200_000;
/** After so many strings it is looked whether there is room for more. */
const STRINGS_BETWEEN = 1000;

const numberOf = (bytes: Uint8Array): number => bytes.reduce((value, byte) => value * 256 + byte, 0);
const op = (word: string): number =>
  [...word].slice(0, 4).reduce((packed, c, i) => packed | (c.charCodeAt(0) << (i * 8)), 0);

const BEGIN = op("begi");
const END = op("endc");
const END_BF = op("endb");

/** Reads a ToUnicode map (ISO 32000-1, 9.10.3): bfchar, bfrange and the code space. */
export function readToUnicode(bytes: Uint8Array, budget: Budget): CharacterMap {
  const lexer = new ContentLexer(bytes);
  const text = new Meanings();
  const lengths = new Set<number>();
  let section: "" | "codespace" | "bfchar" | "bfrange" = "";
  let strings: (Uint8Array | Uint8Array[])[] = [];
  let array: Uint8Array[] | undefined;
  let read = 0;
  for (let token = lexer.next(); token !== Token.end && text.size < MOST_ENTRIES; token = lexer.next()) {
    if (token === Token.string) {
      // Counted as they come: a section that never ends is refused before it fills the memory.
      if (++read % STRINGS_BETWEEN === 0) budget.enter(STRINGS_BETWEEN);
      (array ?? strings).push(lexer.string as never);
    } else if (token === Token.arrayOpen) array = [];
    else if (token === Token.arrayClose) {
      if (array) strings.push(array);
      array = undefined;
    } else if (token === Token.operator) {
      const word = String.fromCharCode(...bytes.subarray(lexer.start, lexer.at));
      if (lexer.operator === BEGIN)
        section =
          word === "beginbfchar"
            ? "bfchar"
            : word === "beginbfrange"
              ? "bfrange"
              : word === "begincodespacerange"
                ? "codespace"
                : "";
      if (lexer.operator === END || lexer.operator === END_BF) {
        if (section === "codespace")
          for (const each of strings) if (each instanceof Uint8Array) lengths.add(each.length);
        if (section === "bfchar") addChars(strings, text, budget);
        if (section === "bfrange") addRanges(strings, text, budget);
        section = "";
      }
      strings = [];
    }
  }
  return { codeLengths: [...lengths].filter((n) => n > 0 && n <= 4).sort(), text };
}

function addChars(strings: readonly (Uint8Array | Uint8Array[])[], text: Meanings, budget: Budget): void {
  budget.enter(strings.length);
  for (let i = 0; i + 1 < strings.length; i += 2) {
    const [code, meaning] = [strings[i], strings[i + 1]];
    if (code instanceof Uint8Array && meaning instanceof Uint8Array) text.set(numberOf(code), textOf(meaning));
  }
}

function addRanges(strings: readonly (Uint8Array | Uint8Array[])[], text: Meanings, budget: Budget): void {
  for (let i = 0; i + 2 < strings.length; i += 3) {
    const [low, high, meaning] = [strings[i], strings[i + 1], strings[i + 2]];
    if (!(low instanceof Uint8Array) || !(high instanceof Uint8Array) || !meaning) continue;
    const from = numberOf(low);
    budget.enter(1);
    text.add({ from, to: Math.min(numberOf(high), from + 0xffff), meaning });
  }
}

/** The meaning of the n-th code of a range: its last two bytes count up. */
function counted(first: Uint8Array, by: number): Uint8Array {
  const copy = Uint8Array.from(first);
  const at = copy.length - 1;
  const sum = (at > 0 ? (copy[at - 1] ?? 0) * 256 : 0) + (copy[at] ?? 0) + by;
  copy[at] = sum & 255;
  if (at > 0) copy[at - 1] = (sum >> 8) & 255;
  return copy;
}
