/** What one file may cost us. Every refusal names the limit it met. */
export interface ReadLimits {
  /** Bytes of the file, refused before it is read. */
  readonly fileBytes: number;
  /** Bytes that one stream may inflate to: the most, and what any file may have with what each of its bytes adds. */
  readonly streamBytes: number;
  readonly smallStreamBytes: number;
  readonly streamForEachByte: number;
  /** Bytes that all streams of a file may inflate to. */
  readonly inflatedBytes: number;
  /**
   * Bytes of drawing instructions followed over all pages, a form counted each time that it is drawn: what any file
   * may have, and what each of its bytes adds. Instructions of drawings shrink to a tenth, not to a thousandth.
   */
  readonly contentBytes: number;
  readonly contentForEachByte: number;
  /** Bytes of objects and tables parsed: what any file may have, and what each of its bytes adds. */
  readonly parsedBytes: number;
  readonly parsedForEachByte: number;
  /** Entries of the tables of all fonts: widths and meanings of codes. */
  readonly tableEntries: number;
  /** Painted subpaths and shown strings of all pages: what any file may have, and what each of its bytes adds. */
  readonly fileMarks: number;
  readonly marksForEachByte: number;
  readonly pages: number;
  readonly layers: number;
  /** Painted subpaths and shown strings of one page. */
  readonly marks: number;
  /** Forms drawn within forms. */
  readonly formDepth: number;
  /** Forms drawn on one page, however nested. */
  readonly forms: number;
  /** Longest side of a page, millimetres. */
  readonly pageMm: number;
}

export const DEFAULT_LIMITS: ReadLimits = {
  fileBytes: 256 * 2 ** 20,
  streamBytes: 384 * 2 ** 20,
  smallStreamBytes: 48 * 2 ** 20,
  streamForEachByte: 100,
  inflatedBytes: 1024 * 2 ** 20,
  contentBytes: 48 * 2 ** 20,
  contentForEachByte: 40,
  parsedBytes: 4 * 2 ** 20,
  parsedForEachByte: 20,
  tableEntries: 800_000,
  fileMarks: 500_000,
  marksForEachByte: 0.5,
  pages: 2_000,
  layers: 50_000,
  marks: 3_000_000,
  formDepth: 20,
  forms: 50_000,
  pageMm: 20_000,
};

/** Thrown inside the reader and turned into a `Problem` at its door. */
export class ReadError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly remedy?: string,
  ) {
    super(message);
    this.name = "ReadError";
  }
}

export const overLimit = (what: string, limit: string): ReadError =>
  new ReadError(
    "over-limit",
    `${what}; the limit is ${limit}.`,
    "Split the drawing, or raise the limit if the file is to be trusted.",
  );
