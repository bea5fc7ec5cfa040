import { topOfCharstring, type CharstringFont } from "./charstring";
import { undamaged, type FontOutlines } from "./outlines";
import { nameOfStandardString } from "./standard-strings";

/** Reads a bare CFF font (Adobe Technical Note 5176); undefined where the bytes are none. */
export function readCff(bytes: Uint8Array): FontOutlines | undefined {
  return undamaged(() => {
    const cff = new Cff(bytes);
    return {
      unitsPerEm: cff.unitsPerEm,
      capHeight: undefined,
      topOf: (glyph: number) => undamaged(() => cff.topOf(glyph)),
      glyphFor: (code: number) => undamaged(() => cff.encoding.get(code)),
      glyphNamed: (name: string) => cff.names.get(name),
      glyphOfCid: (cid: number) => (cff.isCid ? (cff.cids.get(cid) ?? 0) : cid),
    };
  });
}

type TopDict = ReadonlyMap<number, readonly number[]>;

class Cff {
  private readonly view: DataView;
  private readonly glyphs: readonly Uint8Array[];
  private readonly globalSubrs: readonly Uint8Array[];
  /** Private subroutines by font of the array; one for a font that is not keyed by CID. */
  private readonly subrs: readonly (readonly Uint8Array[])[];
  private readonly fontOf: (glyph: number) => number;
  readonly unitsPerEm: number;
  readonly isCid: boolean;
  readonly names = new Map<string, number>();
  readonly cids = new Map<number, number>();
  readonly encoding = new Map<number, number>();

  constructor(private readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    if (this.view.getUint8(0) !== 1) throw new RangeError("no CFF");
    const names = this.index(this.view.getUint8(2));
    const tops = this.index(names.end);
    const strings = this.index(tops.end);
    const globals = this.index(strings.end);
    this.globalSubrs = globals.items;
    const top = this.dict(tops.items[0] ?? new Uint8Array(0));
    this.glyphs = this.index(top.get(CHARSTRINGS)?.[0] ?? -1).items;
    this.isCid = top.has(ROS);
    this.unitsPerEm = Math.round(1 / (top.get(FONT_MATRIX)?.[0] || 0.001));
    const fonts = this.isCid ? this.index(top.get(FD_ARRAY)?.[0] ?? -1).items.map((each) => this.dict(each)) : [top];
    this.subrs = fonts.map((each) => this.privateSubrs(each));
    this.fontOf = this.isCid ? this.selector(top.get(FD_SELECT)?.[0] ?? -1) : () => 0;
    this.readCharset(top.get(CHARSET)?.[0] ?? 0, strings.items);
    if (!this.isCid) this.readEncoding(top.get(ENCODING)?.[0] ?? 0);
  }

  topOf(glyph: number): number | undefined {
    const code = this.glyphs[glyph];
    if (!code) return undefined;
    const font: CharstringFont = {
      kind: "type2",
      subrs: this.subrs[this.fontOf(glyph)] ?? [],
      globalSubrs: this.globalSubrs,
    };
    return topOfCharstring(code, font);
  }

  private uint(at: number, size: number): number {
    let value = 0;
    for (let i = 0; i < size; i++) value = value * 256 + this.view.getUint8(at + i);
    return value;
  }

  private index(at: number): { items: Uint8Array[]; end: number } {
    const count = this.view.getUint16(at);
    if (count === 0) return { items: [], end: at + 2 };
    const size = this.view.getUint8(at + 2);
    const data = at + 2 + (count + 1) * size;
    const offset = (i: number): number => data + this.uint(at + 3 + i * size, size);
    const items = Array.from({ length: count }, (_, i) => this.bytes.subarray(offset(i), offset(i + 1)));
    return { items, end: offset(count) };
  }

  private dict(bytes: Uint8Array): TopDict {
    const entries = new Map<number, readonly number[]>();
    let operands: number[] = [];
    for (let at = 0; at < bytes.length;) {
      const b = bytes[at++]!;
      const byte = (i: number): number => bytes[at + i] ?? 0;
      if (b <= 21) {
        entries.set(b === 12 ? 1200 + (bytes[at++] ?? 0) : b, operands);
        operands = [];
      } else if (b === 28) {
        operands.push(((byte(0) << 24) | (byte(1) << 16)) >> 16);
        at += 2;
      } else if (b === 29) {
        operands.push((byte(0) << 24) | (byte(1) << 16) | (byte(2) << 8) | byte(3));
        at += 4;
      } else if (b === 30) {
        let text = "";
        for (let done = false; !done && at < bytes.length; at++)
          for (const nibble of [byte(0) >> 4, byte(0) & 15]) {
            if (nibble === 15) done = true;
            if (!done) text += REAL[nibble] ?? "";
          }
        operands.push(Number(text) || 0);
      } else if (b <= 246) operands.push(b - 139);
      else if (b <= 250) operands.push((b - 247) * 256 + (bytes[at++] ?? 0) + 108);
      else operands.push(-(b - 251) * 256 - (bytes[at++] ?? 0) - 108);
    }
    return entries;
  }

  private privateSubrs(font: TopDict): readonly Uint8Array[] {
    const [size = 0, at = 0] = font.get(PRIVATE) ?? [];
    const offset = this.dict(this.bytes.subarray(at, at + size)).get(SUBRS)?.[0];
    return offset === undefined ? [] : this.index(at + offset).items;
  }

  private selector(at: number): (glyph: number) => number {
    if (this.view.getUint8(at) === 0) return (glyph) => this.view.getUint8(at + 1 + glyph);
    const ranges = this.view.getUint16(at + 1);
    return (glyph) => {
      let found = 0;
      for (let i = 0; i < ranges && this.view.getUint16(at + 3 + i * 3) <= glyph; i++)
        found = this.view.getUint8(at + 5 + i * 3);
      return found;
    };
  }

  private readCharset(offset: number, strings: readonly Uint8Array[]): void {
    const note = (glyph: number, id: number): void => {
      if (this.isCid) this.cids.set(id, glyph);
      else {
        const own = strings[id - STANDARD_STRINGS];
        const name =
          id < STANDARD_STRINGS ? nameOfStandardString(id) : own && String.fromCharCode(...own.subarray(0, 64));
        if (name !== undefined && !this.names.has(name)) this.names.set(name, glyph);
      }
    };
    const { length } = this.glyphs;
    // The ISOAdobe charset numbers glyphs as the standard strings; the expert ones hold no capitals.
    if (offset <= 2) {
      for (let glyph = 1; glyph < length; glyph++) note(glyph, glyph);
      return;
    }
    const format = this.view.getUint8(offset);
    let at = offset + 1;
    for (let glyph = 1; glyph < length;) {
      const first = this.view.getUint16(at);
      const left = format === 0 ? 0 : this.uint(at + 2, format);
      for (let i = 0; i <= left && glyph < length; i++) note(glyph++, first + i);
      at += 2 + format;
    }
  }

  private readEncoding(offset: number): void {
    if (offset <= 1) {
      for (const [name, glyph] of this.names) if (name.length === 1) this.encoding.set(name.charCodeAt(0), glyph);
      return;
    }
    const format = this.view.getUint8(offset) & 0x7f;
    const count = this.view.getUint8(offset + 1);
    let glyph = 1;
    for (let i = 0; i < count; i++) {
      const first = this.view.getUint8(offset + 2 + i * (format + 1));
      const left = format === 0 ? 0 : this.view.getUint8(offset + 3 + i * 2);
      for (let n = 0; n <= left; n++) this.encoding.set(first + n, glyph++);
    }
  }
}

const STANDARD_STRINGS = 391;
const CHARSET = 15;
const ENCODING = 16;
const CHARSTRINGS = 17;
const PRIVATE = 18;
const SUBRS = 19;
const FONT_MATRIX = 1207;
const ROS = 1230;
const FD_ARRAY = 1236;
const FD_SELECT = 1237;
const REAL = ["0", "1", "2", "3", "4", "5", "6", "7", "8", "9", ".", "E", "E-", "", "-"];
