import { isSpace } from "./characters";
import { find, ObjectParser, startsWith } from "./object-parser";
import { Dict, List, Stream, type ObjectSource, type Value } from "./values";

/** Where an object stands: at an offset of the file, or in the stream of another object. */
export type Entry =
  | { readonly in: "file"; readonly at: number; readonly generation: number }
  | { readonly in: "stream"; readonly stream: number; readonly index: number };

/** The objects of a file by number, and its trailer. */
export interface CrossReference {
  readonly entries: Map<number, Entry>;
  /** The newest trailer; what it lacks is in older ones. */
  readonly trailer: Map<string, Value>;
  /** Where the newest section stands, and whether it is a stream; none of a table that was found by searching. */
  readonly newest?: { readonly at: number; readonly isStream: boolean };
}

/** Sections of a file that was changed often; more of them go in a circle or mean harm. */
const MOST_SECTIONS = 4096;
/** The most objects that readers must be able to number (ISO 32000-1, annex C). */
const MOST_OBJECTS = 8_388_607;

interface Context {
  readonly bytes: Uint8Array;
  readonly source: ObjectSource;
  /** The unpacked bytes of a cross-reference stream. */
  readonly unpack: (stream: Stream) => Uint8Array;
  /** Counts bytes that were parsed; throws where they are too many. */
  readonly spend: (bytes: number) => void;
  /** Where the head of the file stands: offsets are counted from there. */
  readonly head: number;
}

/** Reads the cross-reference table by its sections, newest first; undefined where it can't be followed. */
export function readSections(context: Context): CrossReference | undefined {
  const first = lastStart(context);
  if (first === undefined) return undefined;
  const entries = new Map<number, Entry>();
  const freed = new Set<number>();
  const trailer = new Map<string, Value>();
  const queue = [first];
  const seen = new Set<number>();
  let newest: CrossReference["newest"];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    if (seen.has(at)) continue;
    if (seen.add(at).size > MOST_SECTIONS) return undefined;
    const section = readSection(context, at, entries, freed);
    if (!section) return newest && { entries, trailer, newest };
    newest ??= { at, isStream: section.isStream };
    for (const [key, value] of section.dict.entries) if (!trailer.has(key)) trailer.set(key, value);
    // What a hybrid file keeps for newer readers comes before what is older.
    for (const key of ["XRefStm", "Prev"]) {
      const further = section.dict.entries.get(key);
      if (typeof further === "number") queue.push(further + context.head);
    }
  }
  return newest && { entries, trailer, newest };
}

/** Where the last section begins, by the last `startxref`. */
function lastStart({ bytes, source, head }: Context): number | undefined {
  const tail = Math.max(0, bytes.length - 4096);
  let found = -1;
  for (let at = find(bytes, "startxref", tail); at >= 0; at = find(bytes, "startxref", at + 9)) found = at;
  if (found < 0) return undefined;
  const at = new ObjectParser(bytes, source, found + 9).value();
  return typeof at === "number" && Number.isInteger(at) ? at + head : undefined;
}

function readSection(
  context: Context,
  from: number,
  entries: Map<number, Entry>,
  freed: Set<number>,
): { dict: Dict; isStream: boolean } | undefined {
  const { bytes } = context;
  if (from < 0 || from >= bytes.length) return undefined;
  let at = from;
  while (at < bytes.length && isSpace(bytes[at]!)) at++;
  const add = (number: number, entry: Entry | undefined): void => {
    if (number > MOST_OBJECTS || entries.has(number) || freed.has(number)) return;
    if (entry) entries.set(number, entry);
    else freed.add(number);
  };
  if (!startsWith(bytes, at, "xref")) {
    const dict = readStreamSection(context, at, add);
    return dict && { dict, isStream: true };
  }
  const dict = readTable(context, at + 4, add);
  return dict && { dict, isStream: false };
}

type Add = (number: number, entry: Entry | undefined) => void;

/** A table in plain text: `first count`, then lines of twenty bytes; readers must bear other lengths. */
function readTable({ bytes, source, head, spend }: Context, from: number, add: Add): Dict | undefined {
  const parser = new ObjectParser(bytes, source, from);
  for (;;) {
    parser.skipSpace();
    if (startsWith(bytes, parser.at, "trailer")) break;
    const [first, count] = [parser.value(), parser.value()];
    if (typeof first !== "number" || typeof count !== "number" || count > MOST_OBJECTS) return undefined;
    const began = parser.at;
    for (let i = 0; i < count; i++) {
      const [offset, generation, kind] = [parser.value(), parser.value(), parser.keyword()];
      if (typeof offset !== "number" || (kind !== "n" && kind !== "f")) return undefined;
      add(
        first + i,
        kind === "n" && offset > 0 ? { in: "file", at: offset + head, generation: whole(generation) } : undefined,
      );
    }
    spend(parser.at - began);
  }
  parser.at += 7;
  const dict = parser.value();
  return dict instanceof Dict ? dict : undefined;
}

function readStreamSection({ bytes, source, unpack, head }: Context, at: number, add: Add): Dict | undefined {
  const read = new ObjectParser(bytes, source, at).indirect();
  const stream = read?.value;
  if (!(stream instanceof Stream)) return undefined;
  const widths = numbers(stream.dict.entries.get("W"));
  const size = stream.dict.entries.get("Size");
  if (widths.length < 3 || typeof size !== "number") return undefined;
  const [typeWidth, firstWidth, secondWidth] = widths as [number, number, number];
  if (widths.some((each) => !(each >= 0 && each <= 8)) || firstWidth + secondWidth === 0) return undefined;
  const index = numbers(stream.dict.entries.get("Index"));
  const data = unpack(stream);
  let from = 0;
  const field = (width: number): number => {
    let value = 0;
    for (let i = 0; i < width; i++) value = value * 256 + (data[from++] ?? 0);
    return value;
  };
  const ranges = index.length >= 2 ? index : [0, size];
  for (let r = 0; r + 1 < ranges.length; r += 2) {
    for (let i = 0; i < ranges[r + 1]! && from < data.length; i++) {
      const type = typeWidth === 0 ? 1 : field(typeWidth);
      const [first, second] = [field(firstWidth), field(secondWidth)];
      const number = ranges[r]! + i;
      if (type === 1) add(number, { in: "file", at: first + head, generation: second });
      else if (type === 2) add(number, { in: "stream", stream: first, index: second });
      else if (type === 0) add(number, undefined);
    }
  }
  return stream.dict;
}

const whole = (value: Value): number => (typeof value === "number" && Number.isInteger(value) ? value : 0);

const numbers = (value: Value | undefined): number[] =>
  value instanceof List ? value.items.map((each) => (typeof each === "number" ? each : NaN)) : [];

/**
 * Finds the objects of a file whose table can't be followed by searching it from front to back, as viewers do: of
 * objects with one number the last counts.
 */
export function searchObjects({
  bytes,
  source,
  spend,
}: Context): CrossReference & { readonly streams: readonly number[] } {
  const entries = new Map<number, Entry>();
  const trailer = new Map<string, Value>();
  const streams: number[] = [];
  const takeTrailer = (from: number): void => {
    const parser = new ObjectParser(bytes, source, from);
    addTrailer(trailer, parser.value());
    spend(parser.at - from);
  };
  for (let at = find(bytes, "obj"); at >= 0; at = find(bytes, "obj", at + 3)) {
    const from = startOfObject(bytes, at);
    if (from === undefined) continue;
    const parser = new ObjectParser(bytes, source, from);
    const [number, generation] = [parser.value(), parser.value()];
    if (typeof number === "number" && number <= MOST_OBJECTS)
      entries.set(number, { in: "file", at: from, generation: whole(generation) });
    const ahead = bytes.subarray(at, at + 300);
    if (typeof number === "number" && find(ahead, "/ObjStm") >= 0) streams.push(number);
    if (find(ahead, "/XRef") >= 0) takeTrailer(at + 3);
  }
  for (let at = find(bytes, "trailer"); at >= 0; at = find(bytes, "trailer", at + 7)) takeTrailer(at + 7);
  return { entries, trailer, streams };
}

function addTrailer(trailer: Map<string, Value>, value: Value): void {
  if (!(value instanceof Dict) || !value.entries.has("Root")) return;
  for (const [key, each] of value.entries) trailer.set(key, each);
}

/** Where `12 0 obj` begins whose keyword stands at `at`; undefined where no numbers stand before it. */
function startOfObject(bytes: Uint8Array, at: number): number | undefined {
  let from = at;
  for (let numbers = 0; numbers < 2; numbers++) {
    const behind = from;
    while (from > 0 && isSpace(bytes[from - 1]!)) from--;
    if (behind === from && numbers > 0) return undefined;
    const end = from;
    while (from > 0 && end - from < 10 && bytes[from - 1]! >= 0x30 && bytes[from - 1]! <= 0x39) from--;
    if (from === end) return undefined;
  }
  return from;
}
