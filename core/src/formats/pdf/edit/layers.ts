import type { Change } from "../../../drawing";
import { changesOf } from "../../../drawing";
import { dictOf, lookup, textOf } from "../objects";
import type { PdfOrigin } from "../origin";
import type { FileUpdate } from "../syntax/file-update";
import { textString } from "../syntax/serialise";
import { Dict, List, Name, Ref, resolved, type Value } from "../syntax/values";
import { replaceReferences } from "./replace-references";

/** Layers of a file (optional-content groups, ISO 32000-1, 8.11) while it is edited. */
export class Layers {
  private readonly made = new Map<string, number>();

  constructor(
    private readonly update: FileUpdate,
    private readonly origin: PdfOrigin,
  ) {}

  private groupOf(number: number): Dict | undefined {
    return dictOf(this.update.object(number));
  }

  /** Number of the object of the layer that bears a name; of a new one where none does. */
  numberOf(name: string): number {
    const known = this.made.get(name) ?? this.origin.layerNumbers.find((number) => this.nameOf(number) === name);
    return known ?? this.make(name);
  }

  private nameOf(number: number): string {
    return textOf(lookup(this.groupOf(number), "Name")) ?? "";
  }

  private make(name: string): number {
    const ref = this.update.add(
      this.update.dict([
        ["Type", Name.of("OCG")],
        ["Name", textString(name)],
      ]),
    );
    this.listed(["OCProperties", "OCGs"], ref);
    // It is shown where a viewer lists layers, if any are, and is on whatever the others are by default.
    if (this.valueAt(["OCProperties", "D", "Order"]) instanceof List) this.listed(["OCProperties", "D", "Order"], ref);
    this.listed(["OCProperties", "D", "ON"], ref);
    this.made.set(name, ref.number);
    return ref.number;
  }

  /** Switches layers off, in the state in which the file opens and in what each says of being printed. */
  switchOff(changes: readonly Change[]): void {
    for (const { layer } of changesOf(changes, "switch-off")) {
      const number = this.origin.layerNumbers[layer];
      if (number === undefined) continue;
      const ref = new Ref(number);
      const on = this.valueAt(["OCProperties", "D", "ON"]);
      if (on instanceof List)
        this.set(
          ["OCProperties", "D", "ON"],
          new List(
            on.items.filter((each) => !isRefTo(each, number)),
            on.source,
          ),
        );
      this.listed(["OCProperties", "D", "OFF"], ref);
      const group = this.groupOf(number);
      const usage = dictOf(lookup(group, "Usage"));
      const print = dictOf(lookup(usage, "Print"));
      if (!group || !usage || !print?.entries.has("PrintState")) continue;
      const state = this.update.dict([...print.entries, ["PrintState", Name.of("OFF")]]);
      this.update.set(
        number,
        this.update.dict([...group.entries, ["Usage", this.update.dict([...usage.entries, ["Print", state]])]]),
      );
    }
  }

  /** Renames layers; one renamed onto a name that another bears is replaced by that one everywhere. */
  rename(changes: readonly Change[]): void {
    const names = new Map(changesOf(changes, "rename").map(({ layer, to }) => [layer, to]));
    if (names.size === 0) return;
    const holder = new Map<string, number>();
    this.origin.layerNumbers.forEach((number, id) => {
      const name = this.nameOf(number);
      if (!names.has(id) && !holder.has(name)) holder.set(name, number);
    });
    const replaced = new Map<number, number>();
    for (const [id, name] of names) {
      const number = this.origin.layerNumbers[id];
      const group = number === undefined ? undefined : this.groupOf(number);
      if (number === undefined || !group) continue;
      const existing = holder.get(name) ?? this.made.get(name);
      if (existing !== undefined) replaced.set(number, existing);
      else {
        holder.set(name, number);
        this.update.set(number, this.update.dict([...group.entries, ["Name", textString(name)]]));
      }
    }
    replaceReferences(this.update, replaced);
  }

  // ---- values below the catalogue -----------------------------------------------------------

  /** Adds a reference to a list, which is made where there is none. */
  private listed(path: readonly string[], ref: Ref): void {
    const known = this.valueAt(path);
    const items = known instanceof List ? known.items : [];
    if (items.some((each) => isRefTo(each, ref.number))) return;
    this.set(path, new List([...items, ref], this.update.file));
  }

  private valueAt(path: readonly string[]): Value {
    let at: Value = this.update.file.trailer.get("Root") ?? null;
    for (const key of path) at = dictOf(this.here(at))?.entries.get(key) ?? null;
    return this.here(at);
  }

  /** What a value stands for after the changes so far. */
  private here(value: Value): Value {
    return resolved(value, this.update);
  }

  private set(path: readonly string[], value: Value): void {
    this.replaced(this.update.file.trailer.get("Root") ?? null, path, value);
  }

  /**
   * A holder with a value somewhere below it; what stands in an object of its own is changed there. The value itself
   * never goes into the object that was there: one list may serve as several.
   */
  private replaced(holder: Value, [key, ...rest]: readonly string[], value: Value): Value {
    if (key === undefined) return value;
    if (holder instanceof Ref) {
      this.update.set(holder.number, this.replaced(this.update.object(holder.number), [key, ...rest], value));
      return holder;
    }
    const entries = new Map(holder instanceof Dict ? holder.entries : []);
    entries.set(key, this.replaced(entries.get(key) ?? null, rest, value));
    return this.update.dict(entries);
  }
}

const isRefTo = (value: Value, number: number): boolean => value instanceof Ref && value.number === number;
