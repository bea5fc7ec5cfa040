import type { Font } from "../../drawing";
import { loadFont, type LoadedFont } from "./fonts/font";
import { dictOf } from "./objects";
import { Ref, resolved, type ObjectSource, type Value } from "./syntax/values";
import type { Budget } from "./budget";

/** The fonts of a file, each loaded once. */
export class FontTable {
  readonly fonts: Font[] = [];
  private readonly byObject = new Map<unknown, { id: number; loaded: LoadedFont } | undefined>();

  constructor(private readonly budget: Budget) {}

  find(entry: Value | undefined, source: ObjectSource): { id: number; loaded: LoadedFont } | undefined {
    const key = entry instanceof Ref ? entry.number : entry;
    if (this.byObject.has(key)) return this.byObject.get(key);
    const dict = dictOf(resolved(entry, source));
    const loaded = dict && loadFont(dict, this.budget);
    const found = loaded && { id: this.fonts.push(loaded.font) - 1, loaded };
    this.byObject.set(key, found);
    return found;
  }
}
