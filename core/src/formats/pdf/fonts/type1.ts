import { ofHex } from "../syntax/object-parser";
import { topOfCharstring } from "./charstring";
import { undamaged, type FontOutlines } from "./outlines";

/** Reads a Type 1 font program (Adobe Type 1 Font Format); undefined where the bytes are none. */
export function readType1(bytes: Uint8Array): FontOutlines | undefined {
  return undamaged(() => {
    const clear = latin(bytes.subarray(0, 65_536));
    const eexec = clear.indexOf("eexec");
    if (!clear.startsWith("%!") || eexec < 0) return undefined;
    const matrix = /\/FontMatrix\s*\[\s*([\d.eE+-]+)/.exec(clear)?.[1];
    const hidden = decrypted(binary(bytes, eexec + 5), 55_665, 4);
    const { glyphs, subrs } = programs(hidden);
    const codes = new Map<number, string>();
    for (const [, code, name] of clear.matchAll(/dup\s{1,9}(\d{1,9})\s{0,9}\/(\S{1,99})\s{1,9}put/g))
      codes.set(Number(code), name ?? "");
    const names = [...glyphs.keys()];
    const glyphNamed = (name: string): number | undefined => {
      const glyph = names.indexOf(name);
      return glyph < 0 ? undefined : glyph;
    };
    return {
      unitsPerEm: Math.round(1 / (Number(matrix) || 0.001)),
      capHeight: undefined,
      topOf: (glyph: number) => {
        const code = glyphs.get(names[glyph] ?? "");
        return code && topOfCharstring(code, { kind: "type1", subrs, globalSubrs: [] });
      },
      glyphFor: (code: number) => glyphNamed(codes.get(code) ?? ""),
      glyphNamed,
      glyphOfCid: (cid: number) => cid,
    };
  });
}

function latin(bytes: Uint8Array): string {
  let text = "";
  for (let at = 0; at < bytes.length; at += 4096) text += String.fromCharCode(...bytes.subarray(at, at + 4096));
  return text;
}

/** The encrypted part, which may be written in hexadecimal digits; segment marks of PFB files are passed over. */
function binary(bytes: Uint8Array, from: number): Uint8Array {
  let at = from;
  while (bytes[at] === 32 || bytes[at] === 10 || bytes[at] === 13 || bytes[at] === 9) at++;
  if (bytes[at] === 0x80) at += 6;
  const isHex = [0, 1, 2, 3].every((i) => /[0-9A-Fa-f]/.test(String.fromCharCode(bytes[at + i] ?? 0)));
  return isHex ? ofHex(bytes, at, bytes.length) : bytes.subarray(at);
}

function decrypted(bytes: Uint8Array, key: number, skip: number): Uint8Array {
  const out = new Uint8Array(bytes.length);
  let r = key;
  for (let i = 0; i < bytes.length; i++) {
    const c = bytes[i]!;
    out[i] = c ^ (r >> 8);
    r = ((c + r) * 52_845 + 22_719) & 0xffff;
  }
  return out.subarray(skip);
}

/** The charstrings of glyphs by name, and the subroutines: `/A 123 RD …` and `dup 5 12 RD …`. */
function programs(hidden: Uint8Array): { glyphs: Map<string, Uint8Array>; subrs: Uint8Array[] } {
  const text = latin(hidden);
  const skip = Number(/\/lenIV\s+(\d+)/.exec(text)?.[1] ?? 4);
  const glyphs = new Map<string, Uint8Array>();
  const subrs: Uint8Array[] = [];
  // Words have an end here: a font of slashes alone must not be searched for ever.
  const entry = /(?:\/(\S{1,99})|dup\s{1,9}(\d{1,9}))\s{1,9}(\d{1,9})\s{1,9}(?:RD|-\||\S{1,10}) /g;
  entry.lastIndex = Math.max(0, text.search(/\/Subrs|\/CharStrings/));
  for (let found = entry.exec(text); found; found = entry.exec(text)) {
    const [whole, name, number, length] = found;
    // `/CharStrings 123 dict dup begin` looks like a glyph.
    if (name === "CharStrings" || name === "Subrs" || name === "lenIV") continue;
    const from = found.index + whole.length;
    const code = decrypted(hidden.subarray(from, from + Number(length)), 4330, skip);
    if (name !== undefined) glyphs.set(name, code);
    else if (Number(number) < 65_536) subrs[Number(number)] = code;
    entry.lastIndex = from + Number(length);
  }
  return { glyphs, subrs };
}
