import { dictAt, nameAt, numberAt } from "../objects";
import type { Budget } from "../budget";
import { streamBytes } from "../streams";
import { readSections, searchObjects, type CrossReference } from "./cross-reference";
import { headOf } from "./head";
import { ObjectParser } from "./object-parser";
import { encryptionOf, type Encryption } from "./encryption";
import { Dict, List, Ref, resolved, Stream, type ObjectSource, type Value } from "./values";

/**
 * The objects of a PDF, each read when it is first asked for, where the file's cross-reference table says it stands –
 * as viewers do, so that an older object of the same number plays no part.
 */
export class PdfFile implements ObjectSource {
  private table: CrossReference;
  /** Where the head of the file stands; offsets are counted from there. */
  readonly head: number;
  private searched = false;
  private readonly objects = new Map<number, Value>();
  private readonly underWay = new Set<number>();
  private readonly packs = new Map<number, readonly Value[]>();
  private opened: { readonly encryption: Encryption; readonly number: number } | undefined;

  constructor(
    readonly bytes: Uint8Array,
    readonly budget: Budget,
  ) {
    this.head = Math.max(0, headOf(bytes));
    const table = readSections(this.context());
    this.table = table ?? { entries: new Map(), trailer: new Map() };
    if (table) this.open();
    if (!table || !this.hasPages()) this.search();
  }

  /** How the file is encrypted; undefined where it isn't. */
  get encryption(): Encryption | undefined {
    return this.opened?.encryption;
  }

  /** Whether the table of the file's objects had to be made by searching, as viewers do. */
  get wasSearched(): boolean {
    return this.searched;
  }

  /** Opens an encrypted file without a password. Throws `NotOpened` where it needs one. */
  private open(): void {
    this.opened = undefined;
    const said = this.trailer.get("Encrypt");
    const dict = resolved(said, this);
    if (!(dict instanceof Dict)) return;
    const ids = resolved(this.trailer.get("ID"), this);
    const id = ids instanceof List ? resolved(ids.items[0], this) : null;
    const encryption = encryptionOf(dict, id instanceof Uint8Array ? id : new Uint8Array(0), this);
    // What was read so far was read as it stands.
    this.objects.clear();
    this.packs.clear();
    this.opened = { encryption, number: said instanceof Ref ? said.number : 0 };
  }

  get trailer(): ReadonlyMap<string, Value> {
    return this.table.trailer;
  }

  /** Where the newest cross-reference section stands; none where the table had to be made by searching. */
  get newestSection(): CrossReference["newest"] {
    return this.searched ? undefined : this.table.newest;
  }

  get catalog(): Dict | undefined {
    const root = resolved(this.trailer.get("Root"), this);
    return root instanceof Dict ? root : undefined;
  }

  /** The least number that no object bears. */
  get nextNumber(): number {
    const size = this.trailer.get("Size");
    let next = typeof size === "number" && Number.isInteger(size) ? size : 1;
    for (const number of this.table.entries.keys()) if (number >= next) next = number + 1;
    return next;
  }

  numbers(): IterableIterator<number> {
    return this.table.entries.keys();
  }

  /** The generation that references to an object name. */
  generationOf(number: number): number {
    const entry = this.table.entries.get(number);
    return entry?.in === "file" ? entry.generation : 0;
  }

  object(number: number): Value {
    const known = this.objects.get(number);
    if (known !== undefined) return known;
    // An object that is needed to read itself is none.
    if (this.underWay.has(number)) return null;
    this.underWay.add(number);
    try {
      const value = this.read(number);
      this.objects.set(number, value);
      return value;
    } finally {
      this.underWay.delete(number);
    }
  }

  private read(number: number): Value {
    const entry = this.table.entries.get(number);
    if (!entry) return null;
    if (entry.in === "stream") return this.packOf(entry.stream)[entry.index] ?? null;
    const parser = new ObjectParser(this.bytes, this, entry.at);
    const found = parser.indirect();
    this.budget.parse(parser.at - entry.at);
    if (found?.number === number) return this.meant(number, found.generation, found.value);
    // The table is wrong here, so it can't be trusted elsewhere.
    if (this.searched) return null;
    this.search();
    return this.read(number);
  }

  /** An object as it is meant; what says how the file is encrypted is not encrypted itself. */
  private meant(number: number, generation: number, value: Value): Value {
    if (!this.opened || number === this.opened.number) return value;
    return this.opened.encryption.decrypted(number, generation, value);
  }

  /** An object as it has to stand in the file. */
  asWritten(number: number, value: Value): Value {
    if (!this.opened || number === this.opened.number) return value;
    return this.opened.encryption.encrypted(number, this.generationOf(number), value);
  }

  /** The objects in an object stream (ISO 32000-1, 7.5.7). */
  private packOf(number: number): readonly Value[] {
    let pack = this.packs.get(number);
    if (!pack) {
      const stream = this.object(number);
      pack = stream instanceof Stream ? this.unpacked(stream) : [];
      this.packs.set(number, pack);
    }
    return pack;
  }

  private unpacked(stream: Stream): readonly Value[] {
    const data = streamBytes(stream, this.budget);
    return this.placesIn(stream, data).map((at) => {
      const parser = new ObjectParser(data, this, at);
      const value = parser.value();
      this.budget.parse(parser.at - at);
      return value;
    });
  }

  private placesIn(stream: Stream, data: Uint8Array, numbers: number[] = []): number[] {
    const [count, first] = [numberAt(stream.dict, "N") ?? 0, numberAt(stream.dict, "First") ?? 0];
    const head = new ObjectParser(data.subarray(0, first), this);
    const places: number[] = [];
    while (places.length < count) {
      head.skipSpace();
      if (head.at >= first) break;
      const [number, at] = [head.value(), head.value()];
      if (typeof number !== "number" || typeof at !== "number") break;
      numbers.push(number);
      places.push(first + at);
    }
    return places;
  }

  private search(): void {
    this.searched = true;
    this.objects.clear();
    this.packs.clear();
    const found = searchObjects(this.context());
    this.table = found;
    this.open();
    for (const number of found.streams) {
      const stream = this.object(number);
      if (!(stream instanceof Stream)) continue;
      const numbers: number[] = [];
      this.placesIn(stream, streamBytes(stream, this.budget), numbers);
      numbers.forEach((each, index) => {
        if (!found.entries.has(each)) found.entries.set(each, { in: "stream", stream: number, index });
      });
    }
    if (!this.catalog) this.findCatalog();
  }

  /** A file without a trailer that can be read has its catalogue somewhere. */
  private findCatalog(): void {
    for (const number of this.table.entries.keys()) {
      const value = this.object(number);
      if (value instanceof Dict && nameAt(value, "Type") === "Catalog") this.table.trailer.set("Root", new Ref(number));
    }
  }

  private hasPages(): boolean {
    return dictAt(this.catalog, "Pages") !== undefined;
  }

  private context() {
    return {
      bytes: this.bytes,
      source: this,
      unpack: (stream: Stream) => streamBytes(stream, this.budget),
      spend: (bytes: number) => this.budget.parse(bytes),
      head: this.head,
    };
  }
}
