/** A font whose substitutions never end in practice: each of its lookups calls the next one twice. */

const LEVELS = 48;

const u16 = (...values: number[]): number[] => values.flatMap((value) => [(value >> 8) & 0xff, value & 0xff]);

/** Chaining contextual substitution, format 3 (OpenType, GSUB lookup type 6): at any glyph, the next lookup twice. */
function lookup(next: number | undefined, glyphs: number): number[] {
  const records = next === undefined ? [] : [u16(0, next), u16(0, next)].flat();
  const head = 2 + 2 + 2 + 2 + 2 + 2 + records.length;
  // Format, no backtrack, one input coverage, no lookahead, the records.
  const body = [...u16(3, 0, 1, head, 0, records.length / 4), ...records];
  // Coverage format 2: all glyphs.
  const coverage = u16(2, 1, 0, glyphs - 1, 0);
  return [...u16(6, 0, 1, 8), ...body, ...coverage];
}

function gsub(glyphs: number): Uint8Array {
  const scripts = [...u16(1), ...[...Buffer.from("DFLT")], ...u16(8), ...u16(4, 0), ...u16(0, 0xffff, 1, 0)];
  const features = [...u16(1), ...[...Buffer.from("calt")], ...u16(8), ...u16(0, 1, 0)];
  const lookups = Array.from({ length: LEVELS }, (_, i) => lookup(i + 1 < LEVELS ? i + 1 : undefined, glyphs));
  let at = 2 + 2 * LEVELS;
  const offsets = lookups.map((each) => {
    const own = at;
    at += each.length;
    return own;
  });
  const list = [...u16(LEVELS), ...u16(...offsets), ...lookups.flat()];
  return new Uint8Array([
    ...u16(1, 0, 10, 10 + scripts.length, 10 + scripts.length + features.length),
    ...scripts,
    ...features,
    ...list,
  ]);
}

/** A sound font (an sfnt of OpenType or TrueType) with the substitutions in place of its own. */
export function withEndlessSubstitutions(font: Uint8Array): Uint8Array {
  const view = new DataView(font.buffer, font.byteOffset, font.byteLength);
  const count = view.getUint16(4);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 12 + 16 * i;
    const tag = Buffer.from(font.subarray(at, at + 4)).toString("latin1");
    const [offset, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    return { tag, bytes: font.subarray(offset, offset + length) };
  });
  const maxp = tables.find(({ tag }) => tag === "maxp")!.bytes;
  const glyphs = (maxp[4]! << 8) | maxp[5]!;
  const kept = tables.filter(({ tag }) => tag !== "GSUB" && tag !== "GPOS");
  const all = [...kept, { tag: "GSUB", bytes: gsub(glyphs) }].sort((a, b) => (a.tag < b.tag ? -1 : 1));
  const padded = (length: number): number => (length + 3) & ~3;
  const made = new Uint8Array(12 + 16 * all.length + all.reduce((sum, { bytes }) => sum + padded(bytes.length), 0));
  const out = new DataView(made.buffer);
  made.set(font.subarray(0, 4));
  out.setUint16(4, all.length);
  let at = 12 + 16 * all.length;
  all.forEach(({ tag, bytes }, i) => {
    made.set(Buffer.from(tag, "latin1"), 12 + 16 * i);
    out.setUint32(12 + 16 * i + 8, at);
    out.setUint32(12 + 16 * i + 12, bytes.length);
    made.set(bytes, at);
    at += padded(bytes.length);
  });
  return made;
}
