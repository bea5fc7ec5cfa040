import { overLimit } from "../limits";
import { hexDigit, isSpace, KIND, Kind } from "./syntax/characters";
import { endOfLiteral, ofHex, unescaped } from "./syntax/object-parser";

/** Kinds of tokens in a content stream. */
export const enum Token {
  end,
  number,
  name,
  string,
  operator,
  arrayOpen,
  arrayClose,
  dictOpen,
  dictClose,
}

/** Bytes of one string or name in a content stream; annex C of ISO 32000-1 gives 32,767 and 127. */
const LONGEST_STRING = 2 ** 20;
const LONGEST_NAME = 4096;

/** Powers of ten that are exact in floating point, so that decimals are read correctly rounded. */
const TEN = Array.from({ length: 23 }, (_, n) => 10 ** n);

/**
 * Takes a PDF content stream apart (ISO 32000-1, 7.8.2 and 7.2). Written for speed: numbers are
 * read straight from the bytes, operators are packed into one integer, nothing is allocated but
 * names and strings.
 */
export class ContentLexer {
  /** Offset behind the last token. */
  at = 0;
  /** Offset of the first byte of the last token. */
  start = 0;
  /** Value of the last number. */
  number = 0;
  /** The last name, without its slash. */
  name = "";
  /** Bytes of the last string. */
  string: Uint8Array = new Uint8Array(0);
  /** The last operator: its first four bytes, the first lowest. */
  operator = 0;

  constructor(readonly bytes: Uint8Array) {}

  next(): Token {
    const { bytes } = this;
    const length = bytes.length;
    let at = this.at;
    for (;;) {
      while (at < length && KIND[bytes[at]!] === Kind.space) at++;
      if (at >= length) {
        this.at = this.start = length;
        return Token.end;
      }
      if (bytes[at] !== 0x25) break;
      while (at < length && bytes[at] !== 10 && bytes[at] !== 13) at++;
    }
    this.start = at;
    const kind = KIND[bytes[at]!];
    if (kind === Kind.numeric) return this.readNumber(at);
    if (kind === Kind.delimiter) return this.readDelimited(at);
    return this.readOperator(at);
  }

  private readNumber(from: number): Token {
    const { bytes } = this;
    let at = from;
    let negative = false;
    let c = bytes[at]!;
    while (c === 0x2b || c === 0x2d) {
      if (c === 0x2d) negative = true;
      c = bytes[++at]!;
    }
    let digits = 0;
    let value = 0;
    while (c >= 0x30 && c <= 0x39) {
      value = value * 10 + (c - 0x30);
      digits++;
      c = bytes[++at]!;
    }
    let decimals = 0;
    if (c === 0x2e) {
      c = bytes[++at]!;
      while (c >= 0x30 && c <= 0x39) {
        // More digits than a double holds change nothing but would overflow the exact integer.
        if (digits < 17) {
          value = value * 10 + (c - 0x30);
          decimals++;
        }
        digits++;
        c = bytes[++at]!;
      }
    }
    if (decimals > 0) value /= TEN[decimals]!;
    // Writers that garble numbers leave things like `12-3`; readers take the part in front.
    while (KIND[c] === Kind.numeric) c = bytes[++at]!;
    if (at < bytes.length && KIND[c] === Kind.regular) return this.readOperator(from);
    this.at = at;
    this.number = negative ? -value : value;
    return Token.number;
  }

  private readOperator(from: number): Token {
    const { bytes } = this;
    const length = bytes.length;
    let at = from;
    let packed = 0;
    while (at < length) {
      const kind = KIND[bytes[at]!];
      if (kind === Kind.space || kind === Kind.delimiter) break;
      if (at - from < 4) packed |= bytes[at]! << ((at - from) * 8);
      at++;
    }
    // A stray delimiter such as `)` or `}` must not stop the reading.
    if (at === from) at++;
    this.at = at;
    this.operator = packed;
    return Token.operator;
  }

  private readDelimited(at: number): Token {
    const { bytes } = this;
    switch (bytes[at]) {
      case 0x2f:
        return this.readName(at);
      case 0x28:
        return this.readLiteral(at);
      case 0x5b:
        this.at = at + 1;
        return Token.arrayOpen;
      case 0x5d:
        this.at = at + 1;
        return Token.arrayClose;
      case 0x3c:
        if (bytes[at + 1] !== 0x3c) return this.readHex(at + 1);
        this.at = at + 2;
        return Token.dictOpen;
      case 0x3e:
        this.at = at + (bytes[at + 1] === 0x3e ? 2 : 1);
        return Token.dictClose;
      default:
        return this.readOperator(at);
    }
  }

  private readName(from: number): Token {
    const { bytes } = this;
    let at = from + 1;
    let name = "";
    while (at < bytes.length) {
      const c = bytes[at]!;
      const kind = KIND[c];
      if (kind === Kind.space || kind === Kind.delimiter) break;
      const [high, low] = c === 0x23 ? [hexDigit(bytes[at + 1]), hexDigit(bytes[at + 2])] : [-1, -1];
      const escaped = high >= 0 && low >= 0;
      if (name.length < LONGEST_NAME) name += String.fromCharCode(escaped ? high * 16 + low : c);
      at += escaped ? 3 : 1;
    }
    this.at = at;
    this.name = name;
    return Token.name;
  }

  private readLiteral(from: number): Token {
    const end = endOfLiteral(this.bytes, from);
    refuseLength(end - from);
    this.string = unescaped(this.bytes, from + 1, end - 1);
    this.at = end;
    return Token.string;
  }

  private readHex(from: number): Token {
    const { bytes } = this;
    const found = bytes.indexOf(0x3e, from);
    const end = found < 0 ? bytes.length : found;
    refuseLength((end - from) / 2);
    this.string = ofHex(bytes, from, end);
    this.at = Math.min(end + 1, bytes.length);
    return Token.string;
  }

  /** Skips the data of an inline image, after its `ID`: up to an `EI` that stands alone. */
  skipInlineImage(): void {
    const { bytes } = this;
    for (let at = this.at + 1; at + 1 < bytes.length; at++) {
      if (bytes[at] !== 0x45 || bytes[at + 1] !== 0x49) continue;
      const before = isSpace(bytes[at - 1]!);
      const behind = at + 2 >= bytes.length || isSpace(bytes[at + 2]!);
      if (before && behind && this.looksLikeContent(at + 2)) {
        this.at = at + 2;
        return;
      }
    }
    this.at = bytes.length;
  }

  /** Image data may hold `EI` by chance; content that follows a true one is plain text. */
  private looksLikeContent(from: number): boolean {
    for (let at = from; at < Math.min(from + 12, this.bytes.length); at++) {
      const c = this.bytes[at]!;
      if (c > 0x7e || (c < 0x20 && !isSpace(c))) return false;
    }
    return true;
  }
}

function refuseLength(length: number): void {
  if (length > LONGEST_STRING) throw overLimit("A string on a page is longer than is sensible", "1 MB");
}
