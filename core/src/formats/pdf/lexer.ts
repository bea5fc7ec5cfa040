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

/** What a byte is to the lexer. */
const enum Kind {
  regular = 0,
  space = 1,
  delimiter = 2,
  numeric = 3,
}

const KIND = new Uint8Array(256);
for (const c of [0, 9, 10, 12, 13, 32]) KIND[c] = Kind.space;
for (const c of "()<>[]{}/%") KIND[c.charCodeAt(0)] = Kind.delimiter;
for (const c of "0123456789+-.") KIND[c.charCodeAt(0)] = Kind.numeric;

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
        return this.readLiteral(at + 1);
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
    const codes: number[] = [];
    while (at < bytes.length) {
      const c = bytes[at]!;
      const kind = KIND[c];
      if (kind === Kind.space || kind === Kind.delimiter) break;
      const escaped = c === 0x23 ? hexPair(bytes[at + 1], bytes[at + 2]) : undefined;
      codes.push(escaped ?? c);
      at += escaped === undefined ? 1 : 3;
    }
    this.at = at;
    this.name = String.fromCharCode(...codes.slice(0, 1000));
    return Token.name;
  }

  private readLiteral(from: number): Token {
    const { bytes } = this;
    const out: number[] = [];
    let depth = 1;
    let at = from;
    while (at < bytes.length) {
      const c = bytes[at++]!;
      if (c === 0x5c) {
        at = this.readEscape(at, out);
        continue;
      }
      if (c === 0x28) depth++;
      else if (c === 0x29 && --depth === 0) break;
      out.push(c);
    }
    this.at = at;
    this.string = Uint8Array.from(out);
    return Token.string;
  }

  /** Reads what follows a backslash; returns the offset behind it. */
  private readEscape(at: number, out: number[]): number {
    const { bytes } = this;
    const c = bytes[at] ?? 0;
    const plain = ESCAPES[c];
    if (plain !== undefined) {
      out.push(plain);
      return at + 1;
    }
    if (c >= 0x30 && c <= 0x37) {
      let value = 0;
      let end = at;
      while (end < at + 3 && bytes[end]! >= 0x30 && bytes[end]! <= 0x37) value = value * 8 + bytes[end++]! - 0x30;
      out.push(value & 255);
      return end;
    }
    if (c === 13) return bytes[at + 1] === 10 ? at + 2 : at + 1;
    if (c === 10) return at + 1;
    out.push(c);
    return at + 1;
  }

  private readHex(from: number): Token {
    const { bytes } = this;
    const out: number[] = [];
    let high = -1;
    let at = from;
    while (at < bytes.length && bytes[at] !== 0x3e) {
      const digit = hexDigit(bytes[at]!);
      if (digit >= 0) {
        if (high < 0) high = digit;
        else {
          out.push(high * 16 + digit);
          high = -1;
        }
      }
      at++;
    }
    if (high >= 0) out.push(high * 16);
    this.at = Math.min(at + 1, bytes.length);
    this.string = Uint8Array.from(out);
    return Token.string;
  }

  /** Skips the data of an inline image, after its `ID`: up to an `EI` that stands alone. */
  skipInlineImage(): void {
    const { bytes } = this;
    for (let at = this.at + 1; at + 1 < bytes.length; at++) {
      if (bytes[at] !== 0x45 || bytes[at + 1] !== 0x49) continue;
      const before = KIND[bytes[at - 1]!] === Kind.space;
      const behind = at + 2 >= bytes.length || KIND[bytes[at + 2]!] === Kind.space;
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
      if (c > 0x7e || (c < 0x20 && KIND[c] !== Kind.space)) return false;
    }
    return true;
  }
}

const ESCAPES: Record<number, number | undefined> = { 0x6e: 10, 0x72: 13, 0x74: 9, 0x62: 8, 0x66: 12 };

function hexDigit(c: number): number {
  if (c >= 0x30 && c <= 0x39) return c - 0x30;
  const lower = c | 0x20;
  return lower >= 0x61 && lower <= 0x66 ? lower - 0x57 : -1;
}

function hexPair(a: number | undefined, b: number | undefined): number | undefined {
  const [high, low] = [hexDigit(a ?? 0), hexDigit(b ?? 0)];
  return high < 0 || low < 0 ? undefined : high * 16 + low;
}
