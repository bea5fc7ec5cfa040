import { ofHex } from "./syntax/object-parser";

/** Unpacks data within a limit; what is beyond the end of the data or the limit is left away. */
export type Decoder = (bytes: Uint8Array, limit: number) => Uint8Array;

/** Bytes written one after the other into an array that grows up to a limit. */
class Output {
  private bytes: Uint8Array;
  length = 0;

  constructor(
    expected: number,
    private readonly limit: number,
  ) {
    this.bytes = new Uint8Array(Math.min(limit, Math.max(64, expected)));
  }

  get isFull(): boolean {
    return this.length >= this.limit;
  }

  push(byte: number): void {
    if (this.length === this.bytes.length && !this.grow()) return;
    this.bytes[this.length++] = byte;
  }

  /** Repeats `count` bytes that were written at `from`. */
  again(from: number, count: number): void {
    for (let i = 0; i < count; i++) this.push(this.bytes[from + i]!);
  }

  private grow(): boolean {
    if (this.isFull) return false;
    const larger = new Uint8Array(Math.min(this.limit, this.bytes.length * 2));
    larger.set(this.bytes);
    this.bytes = larger;
    return true;
  }

  done(): Uint8Array {
    return this.bytes.subarray(0, this.length);
  }
}

/** ASCIIHexDecode (ISO 32000-1, 7.4.2). */
export const hexadecimal: Decoder = (bytes, limit) => {
  const end = bytes.indexOf(0x3e);
  return ofHex(bytes, 0, end < 0 ? bytes.length : end).subarray(0, limit);
};

/** ASCII85Decode (7.4.3): five characters for four bytes, `z` for four zeros. */
export const ascii85: Decoder = (bytes, limit) => {
  let zeros = 0;
  for (let i = 0; i < bytes.length; i++) if (bytes[i] === 0x7a) zeros++;
  const out = new Uint8Array(Math.ceil(((bytes.length - zeros) * 4) / 5) + zeros * 4 + 4);
  let [group, count, length] = [0, 0, 0];
  const write = (value: number): void => {
    out[length] = value >>> 24;
    out[length + 1] = value >>> 16;
    out[length + 2] = value >>> 8;
    out[length + 3] = value;
  };
  for (let i = 0; i < bytes.length; i++) {
    const c = bytes[i]!;
    if (c >= 0x21 && c <= 0x75) {
      group = group * 85 + c - 0x21;
      if (++count < 5) continue;
      write(group);
      length += 4;
      [group, count] = [0, 0];
    } else if (c === 0x7a && count === 0) {
      write(0);
      length += 4;
    } else if (c === 0x7e) break;
  }
  if (count > 1) {
    for (let i = count; i < 5; i++) group = group * 85 + 84;
    write(group);
    length += count - 1;
  }
  return out.subarray(0, Math.min(length, limit));
};

/** RunLengthDecode (7.4.5). */
export const runLength: Decoder = (bytes, limit) => {
  const out = new Output(bytes.length * 2, limit);
  for (let at = 0; at < bytes.length && !out.isFull;) {
    const length = bytes[at++]!;
    if (length === 128) break;
    if (length < 128) for (let i = 0; i <= length && at < bytes.length; i++) out.push(bytes[at++]!);
    else {
      for (let i = 0; i < 257 - length; i++) out.push(bytes[at] ?? 0);
      at++;
    }
  }
  return out.done();
};

const CLEAR = 256;
const END = 257;
const MOST_CODES = 4096;

/** LZWDecode (7.4.4); `early` is 1 where codes become longer one code early, as is usual. */
export const lzw =
  (early: number): Decoder =>
  (bytes, limit) => {
    const out = new Output(bytes.length * 3, limit);
    // Each code stands for bytes that were written: where, and how many.
    const [from, length] = [new Uint32Array(MOST_CODES), new Uint32Array(MOST_CODES)];
    let [next, width, held, bits, previous] = [END + 1, 9, 0, 0, -1];
    for (let at = 0; !out.isFull;) {
      while (bits < width && at < bytes.length) {
        held = ((held << 8) | bytes[at++]!) & 0xffffff;
        bits += 8;
      }
      if (bits < width) break;
      bits -= width;
      const code = (held >> bits) & ((1 << width) - 1);
      if (code === END) break;
      if (code === CLEAR) {
        [next, width, previous] = [END + 1, 9, -1];
        continue;
      }
      if (code > next || (code === next && previous < 0)) break;
      const start = out.length;
      if (code < CLEAR) out.push(code);
      // The code that is being made: what was written last and its first byte again.
      else out.again(from[code]!, length[code]!);
      if (previous >= 0 && next < MOST_CODES) next++;
      if (next < MOST_CODES) {
        from[next] = start;
        length[next] = out.length - start + 1;
      }
      previous = code;
      if (next + early >= 1 << width && width < 12) width++;
    }
    return out.done();
  };

/** What undoes a predictor (7.4.4.4): differences to the pixel before or the line above become values. */
export interface Prediction {
  readonly predictor: number;
  readonly colours: number;
  readonly bits: number;
  readonly columns: number;
}

/** Undoes a predictor; the data as they are where none was used. */
export function unpredicted(bytes: Uint8Array, { predictor, colours, bits, columns }: Prediction): Uint8Array {
  if (predictor < 2) return bytes;
  const pixel = Math.max(1, (colours * bits) >> 3);
  const line = (colours * bits * columns + 7) >> 3;
  if (!(line > 0) || line > 2 ** 26) return bytes;
  return predictor === 2 ? ofTiff(bytes, line, colours, bits) : ofPng(bytes, line, pixel);
}

function ofPng(bytes: Uint8Array, line: number, pixel: number): Uint8Array {
  const rows = Math.ceil(bytes.length / (line + 1));
  const out = new Uint8Array(Math.min(rows * line, bytes.length));
  let written = 0;
  for (let row = 0; row < rows; row++) {
    const from = row * (line + 1);
    const kind = bytes[from]!;
    const length = Math.min(line, bytes.length - from - 1);
    for (let i = 0; i < length; i++) {
      const left = i >= pixel ? out[written + i - pixel]! : 0;
      const up = row > 0 ? out[written + i - line]! : 0;
      const corner = row > 0 && i >= pixel ? out[written + i - line - pixel]! : 0;
      out[written + i] = bytes[from + 1 + i]! + predicted(kind, left, up, corner);
    }
    written += length;
  }
  return out.subarray(0, written);
}

function predicted(kind: number, left: number, up: number, corner: number): number {
  switch (kind) {
    case 1:
      return left;
    case 2:
      return up;
    case 3:
      return (left + up) >> 1;
    case 4: {
      const estimate = left + up - corner;
      const [a, b, c] = [Math.abs(estimate - left), Math.abs(estimate - up), Math.abs(estimate - corner)];
      if (a <= b && a <= c) return left;
      return b <= c ? up : corner;
    }
    default:
      return 0;
  }
}

/** Only whole bytes are predicted by writers of drawings; other depths are left as they are. */
function ofTiff(bytes: Uint8Array, line: number, colours: number, bits: number): Uint8Array {
  if (bits !== 8) return bytes;
  const out = bytes.slice();
  for (let row = 0; row < out.length; row += line)
    for (let i = row + colours; i < Math.min(row + line, out.length); i++) out[i] = out[i]! + out[i - colours]!;
  return out;
}
