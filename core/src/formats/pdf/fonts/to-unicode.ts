import type { Budget } from "../budget";
import { ContentLexer, Token } from "../lexer";

/** A character map: how many bytes codes have, and what they mean. */
export interface CharacterMap {
  /** Lengths in bytes that codes may have, shortest first. */
  readonly codeLengths: readonly number[];
  readonly text: ReadonlyMap<number, string>;
}

/** What a meaning says: UTF-16, a character or several. */
function textOf(bytes: Uint8Array): string {
  let text = "";
  for (let at = 0; at + 1 < bytes.length; at += 2) text += String.fromCharCode(bytes[at]! * 256 + bytes[at + 1]!);
  return bytes.length === 1 ? String.fromCharCode(bytes[0]!) : text;
}

const MOST_ENTRIES = 200_000;

const numberOf = (bytes: Uint8Array): number => bytes.reduce((value, byte) => value * 256 + byte, 0);
const op = (word: string): number =>
  [...word].slice(0, 4).reduce((packed, c, i) => packed | (c.charCodeAt(0) << (i * 8)), 0);

const BEGIN = op("begi");
const END = op("endc");
const END_BF = op("endb");

/** Reads a ToUnicode map (ISO 32000-1, 9.10.3): bfchar, bfrange and the code space. */
export function readToUnicode(bytes: Uint8Array, budget: Budget): CharacterMap {
  const lexer = new ContentLexer(bytes);
  const text = new Map<number, string>();
  const lengths = new Set<number>();
  let section: "" | "codespace" | "bfchar" | "bfrange" = "";
  let strings: (Uint8Array | Uint8Array[])[] = [];
  let array: Uint8Array[] | undefined;
  for (let token = lexer.next(); token !== Token.end && text.size < MOST_ENTRIES; token = lexer.next()) {
    if (token === Token.string) (array ?? strings).push(lexer.string as never);
    else if (token === Token.arrayOpen) array = [];
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

function addChars(strings: readonly (Uint8Array | Uint8Array[])[], text: Map<number, string>, budget: Budget): void {
  budget.enter(strings.length);
  for (let i = 0; i + 1 < strings.length; i += 2) {
    const [code, meaning] = [strings[i], strings[i + 1]];
    if (code instanceof Uint8Array && meaning instanceof Uint8Array) text.set(numberOf(code), textOf(meaning));
  }
}

function addRanges(strings: readonly (Uint8Array | Uint8Array[])[], text: Map<number, string>, budget: Budget): void {
  for (let i = 0; i + 2 < strings.length; i += 3) {
    const [low, high, meaning] = [strings[i], strings[i + 1], strings[i + 2]];
    if (!(low instanceof Uint8Array) || !(high instanceof Uint8Array) || !meaning) continue;
    const from = numberOf(low);
    const to = Math.min(numberOf(high), from + 0xffff);
    budget.enter(Math.max(1, to - from + 1));
    for (let code = from; code <= to && text.size < MOST_ENTRIES; code++) {
      const each = meaning instanceof Uint8Array ? counted(meaning, code - from) : meaning[code - from];
      if (each) text.set(code, textOf(each));
    }
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
