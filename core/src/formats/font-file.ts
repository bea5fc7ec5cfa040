import fontkit from "@cantoo/fontkit";
import { bad, good, type Result } from "../base/result";

/** A font that drawings can be lettered with. */
export interface LetteringFont {
  readonly family: string;
  readonly bytes: Uint8Array;
  /** Height of capitals as a share of the size. */
  readonly capHeight: number;
  /** Width of a string as a share of the size. */
  readonly widthOf: (text: string) => number;
}

interface OpenedFont {
  readonly familyName?: string;
  readonly unitsPerEm: number;
  readonly capHeight?: number;
  readonly "OS/2"?: { readonly fsType?: { readonly noEmbedding?: boolean } };
  layout(text: string): { readonly advanceWidth: number };
  glyphForCodePoint(code: number): { readonly id: number; readonly bbox: { readonly maxY: number } };
}

/** First bytes of the font files that PDF can hold: TrueType and OpenType. */
const SIGNATURES = new Set(["00010000", "74727565", "4f54544f"]);
const LARGEST_FONT = 30 * 2 ** 20;

/**
 * Opens a font file that somebody hands in, and has it set every letter that drawings use: what a font makes of letters
 * in a row is a small program, which may fail or never end. To be called where that can be stopped.
 */
export function tryFontFile(bytes: Uint8Array): Result<LetteringFont> {
  const font = readFontFile(bytes);
  if (font.ok) font.value.widthOf(EVERY_LETTER);
  return font;
}

/** The printable characters of Latin-1 and Latin Extended-A. */
const EVERY_LETTER = String.fromCodePoint(
  ...Array.from({ length: 0x17f - 0x1f }, (_, i) => i + 0x20).filter((c) => c < 0x7f || c > 0x9f),
);

/** Opens a font file, or says why it can't letter drawings. */
export function readFontFile(bytes: Uint8Array): Result<LetteringFont> {
  const notFont = bad("not-a-font", "This is not a TrueType or OpenType font.", {
    remedy: "Upload the .ttf or .otf file of the font.",
  });
  if (bytes.length > LARGEST_FONT) return bad("over-limit", "The font has over 30 MB, the most that is taken.");
  const signature = [...bytes.subarray(0, 4)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  if (!SIGNATURES.has(signature)) return notFont;
  try {
    return opened((fontkit as unknown as { create(data: Uint8Array): OpenedFont }).create(bytes), bytes);
  } catch {
    return notFont;
  }
}

function opened(font: OpenedFont, bytes: Uint8Array): Result<LetteringFont> {
  const h = font.glyphForCodePoint(0x48);
  if (h.id === 0)
    return bad("font-without-letters", "The font has no capital letters, so nothing can be measured by it.", {
      remedy: "Choose a font with Latin letters.",
    });
  if (font["OS/2"]?.fsType?.noEmbedding === true)
    return bad("font-not-embeddable", "The font's licence does not let it be put into files.", {
      remedy: "Choose another font.",
    });
  // The outline of H counts; what a font says of itself is sometimes its ascender.
  const capHeight = h.bbox.maxY / font.unitsPerEm;
  // Fails here rather than later, in the middle of a drawing.
  font.layout("Hamburg 0123");
  return good({
    family: (font.familyName ?? "").replace(/\s+(Regular|Medium|Book|Light|Bold)$/i, ""),
    bytes,
    capHeight,
    widthOf: (text) => font.layout(text).advanceWidth / font.unitsPerEm,
  });
}
