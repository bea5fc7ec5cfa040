import {
  PDFArray,
  PDFDict,
  PDFName,
  PDFRawStream,
  PDFStream,
  decodePDFRawStream,
  type PDFObject,
} from "@cantoo/pdf-lib";
import { Inflate, Unzlib } from "fflate";
import type { InflateFn } from "../format";
import { megabytes } from "../../base/words";
import { overLimit, ReadError, type ReadLimits } from "../limits";

/** Keeps count of what a file has inflated to, over all its streams. */
export class InflateBudget {
  private spent = 0;

  constructor(
    private readonly limits: ReadLimits,
    private readonly faster?: InflateFn,
  ) {}

  /** Unpacks flate data within the limit of one stream. */
  inflate(bytes: Uint8Array): Uint8Array {
    return this.faster?.(bytes, this.limits.streamBytes) ?? inflate(bytes, this.limits.streamBytes);
  }

  spend(bytes: number): void {
    this.spent += bytes;
    if (this.spent > this.limits.inflatedBytes)
      throw overLimit("The file unpacks to more than is sensible", megabytes(this.limits.inflatedBytes));
  }

  get streamBytes(): number {
    return this.limits.streamBytes;
  }
}

/** Inflates in pieces and stops at the limit, so that a small file can't fill the memory. A damaged end gives what came before it. */
export function inflate(bytes: Uint8Array, limit: number): Uint8Array {
  return (
    inflateWith(new Unzlib(), bytes, limit) ?? inflateWith(new Inflate(), bytes.subarray(2), limit) ?? new Uint8Array(0)
  );
}

const PIECE = 1 << 16;

function inflateWith(engine: Unzlib | Inflate, bytes: Uint8Array, limit: number): Uint8Array | undefined {
  const pieces: Uint8Array[] = [];
  let total = 0;
  engine.ondata = (piece) => {
    total += piece.length;
    if (total > limit) throw overLimit("A stream of the file unpacks to more than is sensible", megabytes(limit));
    if (piece.length > 0) pieces.push(piece);
  };
  try {
    for (let at = 0; at < bytes.length; at += PIECE)
      engine.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch (error) {
    if (error instanceof ReadError) throw error;
    if (total === 0) return undefined;
  }
  return joined(pieces, total);
}

function joined(pieces: readonly Uint8Array[], total: number): Uint8Array {
  if (pieces.length === 1 && pieces[0]) return pieces[0];
  const whole = new Uint8Array(total);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

/** The names of a stream's filters, in the order in which they are undone. */
function filtersOf(dict: PDFDict): string[] {
  const filter = dict.lookup(PDFName.of("Filter"));
  if (filter instanceof PDFName) return [filter.decodeText()];
  if (!(filter instanceof PDFArray)) return [];
  return filter.asArray().map((each) => (each instanceof PDFName ? each.decodeText() : ""));
}

/** The content of a stream, unpacked within the budget. */
export function streamBytes(stream: PDFObject | undefined, budget: InflateBudget): Uint8Array {
  if (!(stream instanceof PDFStream)) return new Uint8Array(0);
  if (!(stream instanceof PDFRawStream)) return stream.getContents();
  const filters = filtersOf(stream.dict);
  const bytes = undone(stream, filters, budget);
  if (filters.length > 0) budget.spend(bytes.length);
  return bytes;
}

function undone(stream: PDFRawStream, filters: readonly string[], budget: InflateBudget): Uint8Array {
  if (filters.length === 0) return stream.contents;
  if (filters.length === 1 && (filters[0] === "FlateDecode" || filters[0] === "Fl"))
    return budget.inflate(stream.contents);
  // Other filters multiply a file at most by a few hundred; the last flate in a chain is ours to guard.
  const flateAt = filters.findIndex((name) => name === "FlateDecode" || name === "Fl");
  try {
    if (flateAt < 0) return limited(decodePDFRawStream(stream).decode(), budget);
    const before = withFilters(stream, filters.slice(0, flateAt));
    const inflated = budget.inflate(limited(before, budget));
    return flateAt === filters.length - 1
      ? inflated
      : limited(decodePDFRawStream(rawStream(stream, inflated, filters.slice(flateAt + 1))).decode(), budget);
  } catch (error) {
    if (error instanceof ReadError) throw error;
    throw new ReadError(
      "stream-unreadable",
      `A stream of the file can't be unpacked (${filters.join(", ")}).`,
      "Export the drawing again.",
    );
  }
}

const withFilters = (stream: PDFRawStream, filters: readonly string[]): Uint8Array =>
  filters.length === 0 ? stream.contents : decodePDFRawStream(rawStream(stream, stream.contents, filters)).decode();

function rawStream(like: PDFRawStream, contents: Uint8Array, filters: readonly string[]): PDFRawStream {
  const dict = PDFDict.withContext(like.dict.context);
  const array = PDFArray.withContext(like.dict.context);
  for (const name of filters) array.push(PDFName.of(name));
  dict.set(PDFName.of("Filter"), array);
  return PDFRawStream.of(dict, contents);
}

function limited(bytes: Uint8Array, budget: InflateBudget): Uint8Array {
  if (bytes.length > budget.streamBytes)
    throw overLimit("A stream of the file unpacks to more than is sensible", megabytes(budget.streamBytes));
  return bytes;
}
