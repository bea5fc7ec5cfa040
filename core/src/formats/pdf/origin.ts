import type { PatternCell } from "../../drawing";
import type { Origin } from "../format";

/**
 * What is kept of a PDF besides its drawing, so that a mend edits where marks were made and nowhere
 * else. Nobody but this format looks inside.
 */
export class PdfOrigin implements Origin {
  readonly format = "pdf";

  constructor(
    /** Number of each layer's object, by layer index. */
    readonly layerNumbers: readonly number[],
    readonly pages: readonly PageOrigin[],
  ) {}
}

/** Where in the file the marks of a page were made. Offsets are bytes into the content of an instance: the page itself (0) or a drawn form. */
export interface PageOrigin {
  readonly instances: readonly ContentInstance[];
  readonly paths: PathOperators;
  readonly texts: TextOperators;
  /** Settings of a width or a dash by which lettering is stroked, too: `instance:offset`. */
  readonly shared: ReadonlySet<string>;
}

/** One drawing of a content stream. A form drawn twice has two instances; they are the groups of the drawing. */
export interface ContentInstance {
  /** Number of the form's object; undefined for the page. */
  readonly form?: number;
  /** Instance that draws it, and the name and offset of the operator that does. */
  readonly parent: number;
  readonly name: string;
  readonly at: number;
  readonly to: number;
  /** Drawn by an annotation of the page, by no operator. */
  readonly isNote?: true;
  /** The cell of a pattern, drawn by no operator. */
  readonly cell?: PatternCell;
}

/** One row for each operator that painted a path. */
export interface PathOperators {
  readonly count: number;
  /** The operator of each mark: by row of the page's paths, a row of these columns. */
  readonly ofMark: Uint32Array;
  readonly instance: Uint32Array;
  /** From the first operand that makes the path up to behind the painting operator. */
  readonly start: Uint32Array;
  readonly end: Uint32Array;
  /** First operand and end of the `w` that set the width, where it stands in this instance; else 0, 0. */
  readonly widthFrom: Uint32Array;
  readonly widthTo: Uint32Array;
  /** The same for `d`. */
  readonly dashFrom: Uint32Array;
  readonly dashTo: Uint32Array;
  /** Millimetres of one unit of the user space it was painted in. */
  readonly unitMm: Float64Array;
  /** Width in units of that space. */
  readonly width: Float64Array;
  /** The dash in units of that space, as PDF operands: `[3 1] 0`. Index into `dashTexts`. */
  readonly dashText: Uint16Array;
  readonly dashTexts: readonly string[];
}

/** One row for each operator that showed a string; the rows of the page's texts are the same. */
export interface TextOperators {
  readonly count: number;
  readonly instance: Uint32Array;
  readonly start: Uint32Array;
  readonly end: Uint32Array;
  /** Height of capitals on paper, millimetres, and whether the string runs on: as in the page's texts. */
  readonly heightMm: Float32Array;
  readonly runsOn: Uint8Array;
  /** Font size that was set, in text space. */
  readonly size: Float64Array;
  /** Millimetres on paper of one unit of text space along the baseline. */
  readonly unitMm: Float64Array;
  /** Horizontal scaling as a factor. */
  readonly horizontal: Float64Array;
  /** Advance that grows with the size (not character and word spacing), in text-space units. */
  readonly grows: Float64Array;
  /** The part of it that comes before the first shown piece, and so before the anchor. */
  readonly lead: Float64Array;
  /** Resource names of the fonts. */
  readonly fontNames: readonly string[];
}
