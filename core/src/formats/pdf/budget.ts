import { megabytes } from "../../base/words";
import type { InflateFn } from "../format";
import { overLimit, type ReadLimits } from "../limits";
import { inflate } from "./inflate";

/**
 * What reading one file may cost, over all its pages: however small a file is, it can ask for endless work by drawing
 * one thing again and again. Each limit says its name when it is met.
 */
export class Budget {
  private inflated = 0;
  private lexed = 0;
  private parsed = 0;
  private entries = 0;
  private marks = 0;
  /** Bytes that one stream may be unpacked to. */
  readonly streamBytes: number;
  private readonly contentBytes: number;
  private readonly parsedBytes: number;
  private readonly mostMarks: number;

  constructor(
    readonly limits: ReadLimits,
    fileBytes: number,
    private readonly faster?: InflateFn,
  ) {
    this.streamBytes = Math.min(limits.streamBytes, limits.smallStreamBytes + limits.streamForEachByte * fileBytes);
    this.contentBytes = limits.contentBytes + limits.contentForEachByte * fileBytes;
    this.parsedBytes = limits.parsedBytes + limits.parsedForEachByte * fileBytes;
    this.mostMarks = limits.fileMarks + Math.floor(limits.marksForEachByte * fileBytes);
  }

  /** Unpacks flate data within the limit of one stream. */
  inflate(bytes: Uint8Array): Uint8Array {
    const limit = this.streamBytes;
    return this.faster?.(bytes, limit) ?? inflate(bytes, limit);
  }

  /** Bytes that a stream was unpacked to. */
  unpack(bytes: number): void {
    this.inflated += bytes;
    if (this.inflated > this.limits.inflatedBytes)
      throw overLimit("The file unpacks to more than is sensible", megabytes(this.limits.inflatedBytes));
  }

  /** Bytes of objects that were parsed: objects of many numbers may all stand in one place. */
  parse(bytes: number): void {
    this.parsed += bytes;
    if (this.parsed > this.parsedBytes)
      throw overLimit("The objects of the file take more reading than is sensible", megabytes(this.parsedBytes));
  }

  /** Bytes of drawing instructions that are about to be followed. */
  follow(bytes: number): void {
    this.lexed += bytes;
    if (this.lexed > this.contentBytes)
      throw overLimit(
        "The pages of the file draw more than is sensible, their shared parts counted each time",
        megabytes(this.contentBytes),
      );
  }

  /** Entries of a font's tables that are about to be made. */
  enter(count: number): void {
    this.entries += count;
    if (this.entries > this.limits.tableEntries)
      throw overLimit(
        "The fonts of the file have larger tables than is sensible",
        `${this.limits.tableEntries.toLocaleString("en")} entries`,
      );
  }

  /** Marks that the pages before this one have. */
  mark(count: number): void {
    this.marks += count;
  }

  /** Makes room for marks of a page, or refuses. */
  room(marks: number): void {
    if (marks > this.limits.marks)
      throw overLimit("A page has more lines and strings than is sensible", this.limits.marks.toLocaleString("en"));
    if (this.marks + marks > this.mostMarks)
      throw overLimit(
        "The file has more lines and strings than a file of its size can have",
        this.mostMarks.toLocaleString("en"),
      );
  }
}
