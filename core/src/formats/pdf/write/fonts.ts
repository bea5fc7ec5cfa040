import type { PDFFont } from "@cantoo/pdf-lib";

export interface FontFile {
  readonly bytes: Uint8Array;
  /** Height of capitals as a share of the size. */
  readonly capHeight: number;
}

/** A font as it stands in the file. */
export interface EmbeddedFont {
  readonly family: string;
  readonly font: PDFFont;
  readonly capHeight: number;
}
