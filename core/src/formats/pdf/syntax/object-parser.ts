import { overLimit } from "../../limits";
import { hexDigit, isRegular, isSpace, KIND, Kind } from "./characters";
import { Dict, List, Name, Ref, Stream, type ObjectSource, type Value } from "./values";

/** Arrays and dictionaries within each other; nothing that is drawn nests a tenth as deep. */
const DEEPEST = 200;
/** Bytes of one name or one string outside of streams. */
const LONGEST_NAME = 4096;
const LONGEST_STRING = 8 * 2 ** 20;
/** Digits of a number that count. */
const MOST_DIGITS = 400;
/** The largest number that the standard asks readers for (ISO 32000-1, annex C). */
const LARGEST = 3.403e38;

/** A keyword where a value is meant: `endobj`, `R`, `stream`, or rubbish. */
class Keyword {
  constructor(readonly text: string) {}
}

const END = new Keyword("");

/**
 * Takes objects of a file apart (ISO 32000-1, 7.2 and 7.3). What is no object reads as null, as viewers do; it throws
 * `ReadError` only where a limit is passed.
 */
export class ObjectParser {
  constructor(
    readonly bytes: Uint8Array,
    private readonly source: ObjectSource,
    public at = 0,
  ) {}

  /** The next value; null at a keyword, which is passed over. */
  value(): Value {
    const read = this.read(0);
    return read instanceof Keyword ? null : read;
  }

  /** The object that begins here, if it bears a number (`12 0 obj`); undefined else. */
  indirect(): { number: number; generation: number; value: Value } | undefined {
    const number = this.token();
    const generation = this.token();
    const word = this.token();
    if (typeof number !== "number" || typeof generation !== "number" || !(word instanceof Keyword)) return undefined;
    if (word.text !== "obj" || !Number.isInteger(number) || number < 0) return undefined;
    const value = this.value();
    return { number, generation, value: value instanceof Dict ? this.streamOf(value, number) : value };
  }

  /** The next keyword, or undefined where something else stands. */
  keyword(): string | undefined {
    const token = this.token();
    return token instanceof Keyword ? token.text : undefined;
  }

  skipSpace(): void {
    const { bytes } = this;
    for (;;) {
      while (this.at < bytes.length && isSpace(bytes[this.at]!)) this.at++;
      if (bytes[this.at] !== 0x25) return;
      while (this.at < bytes.length && bytes[this.at] !== 10 && bytes[this.at] !== 13) this.at++;
    }
  }

  private read(depth: number): Value | Keyword {
    const token = this.token();
    if (token === OPEN_ARRAY) return this.list(depth + 1);
    if (token === OPEN_DICT) return this.dict(depth + 1);
    return typeof token === "number" ? this.numberOrReference(token) : token;
  }

  private list(depth: number): List {
    const items: Value[] = [];
    this.refuseDepth(depth);
    for (;;) {
      const item = this.read(depth);
      if (!(item instanceof Keyword)) items.push(item);
      else if (item === CLOSE_ARRAY || this.endsHere(item)) return new List(items, this.source);
    }
  }

  private dict(depth: number): Dict {
    const entries = new Map<string, Value>();
    this.refuseDepth(depth);
    for (;;) {
      const key = this.read(depth);
      if (key === CLOSE_DICT || (key instanceof Keyword && this.endsHere(key))) break;
      if (!(key instanceof Name)) continue;
      const before = this.at;
      const value = this.read(depth);
      if (!(value instanceof Keyword)) entries.set(key.text, value);
      else if (value === CLOSE_DICT || this.endsHere(value, before)) break;
    }
    return new Dict(entries, this.source);
  }

  /** Whether an open array or dictionary was never closed: what follows is no part of it. */
  private endsHere(word: Keyword, before = this.at - word.text.length): boolean {
    if (word === END) return true;
    if (word.text !== "endobj" && word.text !== "stream" && word.text !== "endstream") return false;
    this.at = before;
    return true;
  }

  private refuseDepth(depth: number): void {
    if (depth > DEEPEST) throw overLimit("Objects of the file are nested in each other", `${DEEPEST} deep`);
  }

  private numberOrReference(number: number): Value {
    if (!Number.isInteger(number) || number < 0) return number;
    const { at } = this;
    const generation = this.digits();
    if (generation !== undefined) {
      this.skipSpace();
      if (this.bytes[this.at] === 0x52 && !isRegular(this.bytes[this.at + 1])) {
        this.at++;
        return new Ref(number, generation);
      }
    }
    this.at = at;
    return number;
  }

  private digits(): number | undefined {
    this.skipSpace();
    const { bytes } = this;
    let value = 0;
    const from = this.at;
    while (this.at - from < 6 && bytes[this.at]! >= 0x30 && bytes[this.at]! <= 0x39)
      value = value * 10 + bytes[this.at++]! - 0x30;
    return this.at === from ? undefined : value;
  }

  // ---- tokens -----------------------------------------------------------------------------

  private token(): Value | Keyword {
    this.skipSpace();
    const { bytes, at } = this;
    if (at >= bytes.length) return END;
    const c = bytes[at]!;
    switch (c) {
      case 0x2f:
        return this.name();
      case 0x28:
        return this.literal();
      case 0x3c:
        if (bytes[at + 1] !== 0x3c) return this.hex();
        this.at += 2;
        return OPEN_DICT;
      case 0x3e:
        this.at += bytes[at + 1] === 0x3e ? 2 : 1;
        return CLOSE_DICT;
      case 0x5b:
        this.at++;
        return OPEN_ARRAY;
      case 0x5d:
        this.at++;
        return CLOSE_ARRAY;
    }
    return KIND[c] === Kind.numeric ? this.number() : this.word();
  }

  private word(): Value | Keyword {
    const from = this.at;
    while (isRegular(this.bytes[this.at])) this.at++;
    // A stray delimiter must not stop the reading.
    if (this.at === from) this.at++;
    const text = latin(this.bytes, from, Math.min(this.at, from + 32));
    if (text === "true") return true;
    if (text === "false") return false;
    return text === "null" ? null : new Keyword(text);
  }

  private number(): Value | Keyword {
    const { bytes } = this;
    const from = this.at;
    while (bytes[this.at] === 0x2b || bytes[this.at] === 0x2d) this.at++;
    const [signs, digits] = [this.at - from, this.at];
    let points = 0;
    for (; KIND[bytes[this.at] ?? 0] === Kind.numeric; this.at++) {
      const c = bytes[this.at]!;
      if (c === 0x2b || c === 0x2d || (c === 0x2e && ++points > 1)) break;
    }
    const text = latin(bytes, digits, Math.min(this.at, digits + MOST_DIGITS));
    const negative = bytes.subarray(from, from + signs).includes(0x2d);
    // Writers that garble numbers leave things like `12-3`; readers take the part in front.
    while (KIND[bytes[this.at] ?? 0] === Kind.numeric) this.at++;
    if (isRegular(bytes[this.at])) {
      this.at = from;
      return this.word();
    }
    return Math.min(Number(text) || 0, LARGEST) * (negative ? -1 : 1);
  }

  private name(): Name {
    const { bytes } = this;
    let text = "";
    let at = this.at + 1;
    while (isRegular(bytes[at])) {
      const [high, low] = bytes[at] === 0x23 ? [hexDigit(bytes[at + 1]), hexDigit(bytes[at + 2])] : [-1, -1];
      const escaped = high >= 0 && low >= 0;
      if (text.length < LONGEST_NAME) text += String.fromCharCode(escaped ? high * 16 + low : bytes[at]!);
      at += escaped ? 3 : 1;
    }
    this.at = at;
    return Name.of(text);
  }

  private literal(): Uint8Array {
    const { bytes } = this;
    const end = endOfLiteral(bytes, this.at);
    this.refuseString(end - this.at);
    const string = unescaped(bytes, this.at + 1, end - 1);
    this.at = end;
    return string;
  }

  private hex(): Uint8Array {
    const { bytes } = this;
    const found = bytes.indexOf(0x3e, this.at);
    const end = found < 0 ? bytes.length : found;
    this.refuseString((end - this.at) / 2);
    const string = ofHex(bytes, this.at + 1, end);
    this.at = Math.min(end + 1, bytes.length);
    return string;
  }

  private refuseString(length: number): void {
    if (length > LONGEST_STRING) throw overLimit("A string of the file is longer than is sensible", "8 MB");
  }

  // ---- streams ----------------------------------------------------------------------------

  private streamOf(dict: Dict, number: number): Value {
    const { bytes } = this;
    this.skipSpace();
    if (!startsWith(bytes, this.at, "stream")) return dict;
    let from = this.at + 6;
    if (bytes[from] === 13) from++;
    if (bytes[from] === 10) from++;
    const said = dict.entries.get("Length");
    const length = said instanceof Ref ? this.source.object(said.number) : said;
    const to =
      typeof length === "number" && length >= 0 && this.endsStream(from + length)
        ? from + length
        : endByKeyword(bytes, from);
    this.at = to;
    return new Stream(dict, bytes.subarray(from, to), number);
  }

  private endsStream(at: number): boolean {
    const { bytes } = this;
    if (!Number.isInteger(at) || at > bytes.length) return false;
    let from = at;
    while (from < at + 4 && isSpace(bytes[from] ?? 0)) from++;
    return startsWith(bytes, from, "endstream");
  }
}

const OPEN_ARRAY = new Keyword("[");
const CLOSE_ARRAY = new Keyword("]");
const OPEN_DICT = new Keyword("<<");
const CLOSE_DICT = new Keyword(">>");

export function startsWith(bytes: Uint8Array, at: number, word: string): boolean {
  for (let i = 0; i < word.length; i++) if (bytes[at + i] !== word.charCodeAt(i)) return false;
  return true;
}

/** Where a keyword stands in the bytes, from `from` on; -1 where it doesn't. */
export function find(bytes: Uint8Array, word: string, from = 0): number {
  const first = word.charCodeAt(0);
  for (let at = bytes.indexOf(first, from); at >= 0; at = bytes.indexOf(first, at + 1))
    if (startsWith(bytes, at, word)) return at;
  return -1;
}

/** The end of a stream's data whose length is not true: the line end before `endstream` is no part of it. */
function endByKeyword(bytes: Uint8Array, from: number): number {
  let to = find(bytes, "endstream", from);
  if (to < 0) return bytes.length;
  if (to > from && bytes[to - 1] === 10) to--;
  if (to > from && bytes[to - 1] === 13) to--;
  return to;
}

const latin = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/** Offset behind the parenthesis that closes the string that opens at `from`. */
export function endOfLiteral(bytes: Uint8Array, from: number): number {
  let depth = 0;
  for (let at = from; at < bytes.length; at++) {
    const c = bytes[at]!;
    if (c === 0x5c) at++;
    else if (c === 0x28) depth++;
    else if (c === 0x29 && --depth === 0) return at + 1;
  }
  return bytes.length;
}

const ESCAPES: Record<number, number | undefined> = { 0x6e: 10, 0x72: 13, 0x74: 9, 0x62: 8, 0x66: 12 };

/** The bytes of a literal string between its parentheses. */
export function unescaped(bytes: Uint8Array, from: number, to: number): Uint8Array {
  const out = new Uint8Array(Math.max(0, to - from));
  let length = 0;
  for (let at = from; at < to;) {
    const c = bytes[at++]!;
    if (c !== 0x5c) {
      out[length++] = c;
      continue;
    }
    const escaped = bytes[at++] ?? 0;
    if (escaped >= 0x30 && escaped <= 0x37) {
      let value = escaped - 0x30;
      for (let i = 0; i < 2 && at < to && bytes[at]! >= 0x30 && bytes[at]! <= 0x37; i++)
        value = value * 8 + bytes[at++]! - 0x30;
      out[length++] = value & 255;
    } else if (escaped === 13) {
      if (bytes[at] === 10) at++;
    } else if (escaped !== 10) out[length++] = ESCAPES[escaped] ?? escaped;
  }
  return out.slice(0, length);
}

/** The bytes that hexadecimal digits write; a last digit alone is followed by 0. */
export function ofHex(bytes: Uint8Array, from: number, to: number): Uint8Array {
  const out = new Uint8Array(Math.max(0, Math.ceil((to - from) / 2)));
  let [length, high] = [0, -1];
  for (let at = from; at < to; at++) {
    const digit = hexDigit(bytes[at]);
    if (digit < 0) continue;
    if (high < 0) high = digit;
    else {
      out[length++] = high * 16 + digit;
      high = -1;
    }
  }
  if (high >= 0) out[length++] = high * 16;
  return out.slice(0, length);
}
