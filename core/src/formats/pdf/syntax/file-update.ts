import { zlibSync } from "fflate";
import { joined } from "../../../base/bytes";
import type { PdfFile } from "./pdf-file";
import { objectBytes } from "./serialise";
import { Dict, List, Name, Ref, Stream, type Value } from "./values";

const encoder = new TextEncoder();

/**
 * Changes objects of a file and writes it with them. The file as it came stays, byte for byte, and what is new stands
 * behind it (an incremental update, ISO 32000-1, 7.5.6): what was not to change can't have changed. A file whose
 * cross-reference table is broken is written anew, for nothing could refer to it.
 */
export class FileUpdate {
  private readonly changed = new Map<number, Value>();
  private next: number;

  constructor(readonly file: PdfFile) {
    this.next = file.nextNumber;
  }

  /** An object as it stands after the changes so far. */
  object(number: number): Value {
    return this.changed.get(number) ?? this.file.object(number);
  }

  /** The objects of the file as it came. */
  numbers(): number[] {
    return [...this.file.numbers()];
  }

  set(number: number, value: Value): void {
    this.changed.set(number, value);
  }

  add(value: Value): Ref {
    const number = this.next++;
    this.changed.set(number, value);
    return new Ref(number);
  }

  dict(entries: Iterable<readonly [string, Value]>): Dict {
    return new Dict(new Map(entries), this.file);
  }

  /** A stream with this content, packed. Filters of the dictionary are replaced. */
  stream(dict: Dict, content: Uint8Array): Stream {
    const entries = new Map(dict.entries);
    for (const entry of ["DecodeParms", "DP", "F", "FFilter", "DL"]) entries.delete(entry);
    entries.set("Filter", Name.of("FlateDecode"));
    return new Stream(new Dict(entries, this.file), zlibSync(content));
  }

  bytes(): Uint8Array {
    if (this.changed.size === 0) return this.file.bytes;
    return this.file.newestSection ? this.appended() : this.anew();
  }

  private appended(): Uint8Array {
    const { file } = this;
    const { at = 0, isStream = false } = file.newestSection ?? {};
    const writer = new Writer(file, file.head, [file.bytes, encoder.encode("\n")]);
    writer.objects(this.changed);
    const trailer = this.trailer().set("Prev", at - file.head);
    if (isStream) writer.endWithStream(trailer, this.next);
    else writer.endWithTable(trailer, this.next);
    return writer.done();
  }

  private anew(): Uint8Array {
    const writer = new Writer(this.file, 0, [encoder.encode("%PDF-1.7\n%\u00e2\u00e3\u00cf\u00d3\n")]);
    const all = new Map<number, Value>();
    for (const number of this.file.numbers()) {
      const value = this.object(number);
      const type = value instanceof Stream ? value.dict.entries.get("Type") : undefined;
      if (type instanceof Name && (type.text === "ObjStm" || type.text === "XRef")) continue;
      all.set(number, value);
    }
    for (const [number, value] of this.changed) all.set(number, value);
    writer.objects(all);
    writer.endWithTable(this.trailer(), this.next);
    return writer.done();
  }

  /** What of the trailer is true of the new section, too. */
  private trailer(): Map<string, Value> {
    // A file that was encrypted stays so.
    const kept = ["Root", "Info", "ID", "Encrypt"] as const;
    return new Map(
      kept.flatMap((key) => {
        const value = this.file.trailer.get(key);
        return value === undefined ? [] : [[key, value] as const];
      }),
    );
  }
}

/** Writes objects one after the other and keeps where each stands. */
class Writer {
  private readonly places = new Map<number, number>();
  private length: number;

  constructor(
    private readonly file: PdfFile,
    /** Where the head of the file stands: offsets are counted from there. */
    head: number,
    private readonly pieces: Uint8Array[],
  ) {
    this.length = pieces.reduce((sum, piece) => sum + piece.length, 0) - head;
  }

  private write(piece: Uint8Array): void {
    this.pieces.push(piece);
    this.length += piece.length;
  }

  objects(values: ReadonlyMap<number, Value>): void {
    for (const [number, value] of [...values].sort(([a], [b]) => a - b)) {
      this.places.set(number, this.length);
      this.write(objectBytes(number, this.file.generationOf(number), this.file.asWritten(number, value)));
    }
  }

  endWithTable(trailer: Map<string, Value>, size: number): void {
    const at = this.length;
    const line = (offset: number, generation: number, kind: string): string =>
      `${String(offset).padStart(10, "0")} ${String(generation).padStart(5, "0")} ${kind} \n`;
    let table = `xref\n0 1\n${line(0, 65535, "f")}`;
    for (const run of this.runs())
      table += `${run[0]} ${run.length}\n${run.map((number) => line(this.places.get(number) ?? 0, this.file.generationOf(number), "n")).join("")}`;
    this.write(encoder.encode(table));
    const dict = objectBytes(0, 0, new Dict(trailer.set("Size", size), this.file));
    // An object's brackets are no part of a trailer.
    this.write(
      encoder.encode(`trailer\n${new TextDecoder().decode(dict).slice("0 0 obj\n".length, -"endobj\n".length)}`),
    );
    this.end(at);
  }

  endWithStream(trailer: Map<string, Value>, number: number): void {
    const at = this.length;
    this.places.set(number, at);
    const runs = this.runs();
    const rows = runs.flat();
    const data = new Uint8Array(rows.length * ROW);
    rows.forEach((each, i) => {
      data[i * ROW] = 1;
      data[i * ROW + ROW - 1] = this.file.generationOf(each);
      const offset = this.places.get(each) ?? 0;
      for (let b = 0; b < OFFSET; b++) data[i * ROW + 1 + b] = Math.floor(offset / 256 ** (OFFSET - 1 - b)) & 255;
    });
    const list = (items: Value[]): List => new List(items, this.file);
    trailer
      .set("Type", Name.of("XRef"))
      .set("Size", number + 1)
      .set("W", list([1, OFFSET, 1]))
      .set("Index", list(runs.flatMap((run) => [run[0] ?? 0, run.length])));
    this.write(objectBytes(number, 0, new Stream(new Dict(trailer, this.file), data)));
    this.end(at);
  }

  /** Numbers that follow each other. */
  private runs(): number[][] {
    const runs: number[][] = [];
    for (const number of [...this.places.keys()].sort((a, b) => a - b)) {
      const last = runs.at(-1);
      if (last && last.at(-1) === number - 1) last.push(number);
      else runs.push([number]);
    }
    return runs;
  }

  private end(at: number): void {
    this.write(encoder.encode(`startxref\n${at}\n%%EOF\n`));
  }

  done(): Uint8Array {
    return joined(this.pieces);
  }
}

/** A row of a cross-reference stream: its kind, an offset of five bytes, and a generation. */
const OFFSET = 5;
const ROW = OFFSET + 2;
