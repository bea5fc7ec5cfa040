import type { FillPattern } from "../../drawing";
import { dictAt, lookup, numberAt, rawAt } from "./objects";
import { Ref, Stream, type Dict } from "./syntax/values";

/** A drawing has few patterns; one with more than this shares the last. */
const MOST_PATTERNS = 0xffff;
const SHADING_PATTERN = 2;

/** The patterns of a file by id; id 0 is the plain colour. */
export class FillPatternTable {
  readonly patterns: FillPattern[] = [{ kind: "plain", name: "" }];
  /** The streams of cells that are drawn again and again, by id. */
  private readonly cells: (Stream | undefined)[] = [];
  private readonly ids = new Map<unknown, number>();

  /** Id of a pattern by its name in the resources; 0 where there is none of that name. */
  idOf(name: string, resources: Dict | undefined): number {
    const all = dictAt(resources, "Pattern");
    const dict = dictAt(all, name);
    if (!dict) return 0;
    const entry = rawAt(all, name);
    const key = entry instanceof Ref ? entry.number : dict;
    const known = this.ids.get(key);
    if (known !== undefined) return known;
    const id = Math.min(this.patterns.length, MOST_PATTERNS);
    this.patterns[id] = { kind: numberAt(dict, "PatternType") === SHADING_PATTERN ? "shading" : "tiling", name };
    const stream = lookup(all, name);
    if (stream instanceof Stream) this.cells[id] = stream;
    this.ids.set(key, id);
    return id;
  }

  /** The cell of a tiling pattern; undefined for all others. */
  cellOf(id: number): Stream | undefined {
    return this.patterns[id]?.kind === "tiling" ? this.cells[id] : undefined;
  }
}
