/** Heights of the glyphs of an embedded font, read without a shaping library. All in font units. */
export interface FontOutlines {
  readonly unitsPerEm: number;
  /** Height of capitals as the font says it; undefined where it doesn't. */
  readonly capHeight: number | undefined;
  /** Top of a glyph's outline; undefined for a blank or missing glyph. */
  topOf(glyph: number): number | undefined;
  /** Glyph for a code of the font's own character map. */
  glyphFor(code: number): number | undefined;
  /** Glyph of a name, for fonts that name them. */
  glyphNamed(name: string): number | undefined;
  /** Glyph of a character number of a CID font. */
  glyphOfCid(cid: number): number;
}

/** A damaged embedded font leads outside its bytes; it is measured in another way then. */
export function undamaged<T>(look: () => T): T | undefined {
  try {
    return look();
  } catch (error) {
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}
