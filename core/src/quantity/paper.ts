/** A trimmed sheet size, in millimetres, upright (width ≤ height). */
export interface PaperSize {
  readonly id: string;
  readonly series: "ISO A" | "ANSI" | "ARCH";
  readonly widthMm: number;
  readonly heightMm: number;
}

const iso = (id: string, widthMm: number, heightMm: number): PaperSize => ({ id, series: "ISO A", widthMm, heightMm });
const inches = (series: "ANSI" | "ARCH", id: string, width: number, height: number): PaperSize => ({
  id: `${series} ${id}`,
  series,
  widthMm: width * 25.4,
  heightMm: height * 25.4,
});

/** ISO 216 A sizes; ASME Y14.1 engineering (ANSI) and architectural (ARCH) sizes. */
export const PAPER_SIZES: readonly PaperSize[] = [
  iso("A0", 841, 1189),
  iso("A1", 594, 841),
  iso("A2", 420, 594),
  iso("A3", 297, 420),
  iso("A4", 210, 297),
  inches("ANSI", "A", 8.5, 11),
  inches("ANSI", "B", 11, 17),
  inches("ANSI", "C", 17, 22),
  inches("ANSI", "D", 22, 34),
  inches("ANSI", "E", 34, 44),
  inches("ARCH", "A", 9, 12),
  inches("ARCH", "B", 12, 18),
  inches("ARCH", "C", 18, 24),
  inches("ARCH", "D", 24, 36),
  inches("ARCH", "E", 36, 48),
  inches("ARCH", "E1", 30, 42),
];

/** How far a page of `widthMm` × `heightMm` is from a size laid either way, and which way fits better. */
export function offFrom(
  size: Pick<PaperSize, "widthMm" | "heightMm">,
  widthMm: number,
  heightMm: number,
): { readonly offMm: number; readonly turned: boolean } {
  const upright = Math.max(Math.abs(widthMm - size.widthMm), Math.abs(heightMm - size.heightMm));
  const turned = Math.max(Math.abs(widthMm - size.heightMm), Math.abs(heightMm - size.widthMm));
  return turned < upright ? { offMm: turned, turned: true } : { offMm: upright, turned: false };
}
