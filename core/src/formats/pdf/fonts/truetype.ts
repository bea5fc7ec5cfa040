import { readCff } from "./cff";
import { undamaged, type FontOutlines } from "./outlines";

/** Reads the few tables of a TrueType or OpenType font that are needed; undefined where the bytes are none. */
export function readTrueType(bytes: Uint8Array): FontOutlines | undefined {
  return undamaged(() => {
    const found = read(new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength), bytes);
    return (
      found && {
        ...found,
        topOf: (glyph: number) => undamaged(() => found.topOf(glyph)),
        glyphFor: (code: number) => undamaged(() => found.glyphFor(code)),
      }
    );
  });
}

function tablesOf(view: DataView): ReadonlyMap<string, number> {
  const tables = new Map<string, number>();
  for (let i = 0; i < view.getUint16(4); i++) {
    const at = 12 + i * 16;
    const tag = String.fromCharCode(
      view.getUint8(at),
      view.getUint8(at + 1),
      view.getUint8(at + 2),
      view.getUint8(at + 3),
    );
    tables.set(tag, view.getUint32(at + 8));
  }
  return tables;
}

function read(view: DataView, bytes: Uint8Array): FontOutlines | undefined {
  const tables = tablesOf(view);
  const head = tables.get("head");
  if (head === undefined) return undefined;
  const at = tables.get("CFF ");
  const cff = at === undefined ? undefined : readCff(bytes.subarray(at));
  const [loca, glyf] = [tables.get("loca"), tables.get("glyf")];
  const long = view.getInt16(head + 50) === 1;
  const maxp = tables.get("maxp");
  const count = maxp === undefined ? 0 : view.getUint16(maxp + 4);
  const offset = (glyph: number): number =>
    long ? view.getUint32((loca ?? 0) + glyph * 4) : view.getUint16((loca ?? 0) + glyph * 2) * 2;
  return {
    unitsPerEm: view.getUint16(head + 18),
    capHeight: capHeightOf(view, tables.get("OS/2")),
    topOf(glyph) {
      if (cff) return cff.topOf(glyph);
      if (loca === undefined || glyf === undefined || glyph < 0 || glyph >= count) return undefined;
      const [from, to] = [offset(glyph), offset(glyph + 1)];
      return to - from < 10 ? undefined : view.getInt16(glyf + from + 8);
    },
    glyphFor: characterMap(view, tables.get("cmap")),
    glyphNamed: (name) => cff?.glyphNamed(name),
    glyphOfCid: (cid) => cff?.glyphOfCid(cid) ?? cid,
  };
}

function capHeightOf(view: DataView, os2: number | undefined): number | undefined {
  if (os2 === undefined || view.getUint16(os2) < 2) return undefined;
  const height = view.getInt16(os2 + 88);
  return height > 0 ? height : undefined;
}

function characterMap(view: DataView, cmap: number | undefined): (code: number) => number | undefined {
  if (cmap === undefined) return () => undefined;
  const subtables = Array.from(
    { length: view.getUint16(cmap + 2) },
    (_, i) => cmap + view.getUint32(cmap + 4 + i * 8 + 4),
  );
  return (code) => {
    for (const at of subtables) {
      // Symbol subsets keep their codes from F000 on.
      const glyph = inSubtable(view, at, code) || inSubtable(view, at, 0xf000 + code);
      if (glyph) return glyph;
    }
    return undefined;
  };
}

function inSubtable(view: DataView, at: number, code: number): number {
  const format = view.getUint16(at);
  if (format === 0) return code < 256 ? view.getUint8(at + 6 + code) : 0;
  if (format === 6) {
    const [first, count] = [view.getUint16(at + 6), view.getUint16(at + 8)];
    return code >= first && code < first + count ? view.getUint16(at + 10 + (code - first) * 2) : 0;
  }
  return format === 4 ? inSegments(view, at, code) : 0;
}

function inSegments(view: DataView, at: number, code: number): number {
  const twice = view.getUint16(at + 6);
  for (let i = 0; i < twice; i += 2) {
    if (view.getUint16(at + 14 + i) < code) continue;
    const start = view.getUint16(at + 16 + twice + i);
    if (start > code) return 0;
    const delta = view.getUint16(at + 16 + twice * 2 + i);
    const rangeAt = at + 16 + twice * 3 + i;
    const range = view.getUint16(rangeAt);
    if (range === 0) return (code + delta) & 0xffff;
    const glyph = view.getUint16(rangeAt + range + (code - start) * 2);
    return glyph === 0 ? 0 : (glyph + delta) & 0xffff;
  }
  return 0;
}
