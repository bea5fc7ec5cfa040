import { entriesOf, keyOf, REFERENCES, type Entry, type ListName } from "../chapters";
import type { OfficeStandard } from "../model";

/** A change of one entry: `key` names the one to replace (null: added), `entry` what it becomes (null: removed). */
export interface EntryEdit {
  readonly key: string | null;
  readonly entry: Entry | null;
  /** Where an added entry goes; the end where not said. */
  readonly at?: number;
}

/**
 * The standard with entries of one list changed. An entry that gets another key keeps its uses: what
 * named it by the old one names it by the new. Returns undefined where an entry to change is not there.
 */
export function applyEdits(
  standard: OfficeStandard,
  list: ListName,
  edits: readonly EntryEdit[],
): OfficeStandard | undefined {
  const entries: Entry[] = [...entriesOf(standard, list)];
  // A whole register may be edited at once: its keys are looked up beside it, not made again for each edit.
  const keys = entries.map((entry) => keyOf(list, entry));
  const renamed = new Map<string, string>();
  const removed = new Set<string>();
  for (const { key, entry, at } of edits) {
    if (key === null) {
      if (!entry) continue;
      entries.splice(at ?? entries.length, 0, entry);
      keys.splice(at ?? keys.length, 0, keyOf(list, entry));
      continue;
    }
    const index = keys.indexOf(key);
    if (index < 0) return undefined;
    if (entry) {
      entries[index] = entry;
      const fresh = keyOf(list, entry);
      keys[index] = fresh;
      if (fresh !== key) renamed.set(key, fresh);
    } else {
      entries.splice(index, 1);
      keys.splice(index, 1);
      removed.add(key);
    }
  }
  const edited = { ...standard, [list]: entries } as OfficeStandard;
  return withChart(renamed.size > 0 ? withNewKeys(edited, list, renamed) : edited, list, renamed, removed);
}

function withNewKeys(standard: OfficeStandard, list: ListName, renamed: ReadonlyMap<string, string>): OfficeStandard {
  const fresh = (key: unknown): unknown => renamed.get(String(key)) ?? key;
  let result = standard;
  for (const { from, property, within, many, to } of REFERENCES) {
    if (to !== list) continue;
    const entries = entriesOf(result, from).map((entry) => {
      if (within)
        return {
          ...entry,
          [within]: ((entry[within] ?? []) as Entry[]).map((part) => ({ ...part, [property]: fresh(part[property]) })),
        };
      const value = entry[property];
      if (value === undefined) return entry;
      return { ...entry, [property]: many ? (value as string[]).map(fresh) : fresh(value) };
    });
    result = { ...result, [from]: entries } as OfficeStandard;
  }
  return result;
}

/** The showing chart follows layers and kinds; the cells of what is removed go with it. */
function withChart(
  standard: OfficeStandard,
  list: ListName,
  renamed: ReadonlyMap<string, string>,
  removed: ReadonlySet<string>,
): OfficeStandard {
  if ((list !== "layers" && list !== "kinds") || (renamed.size === 0 && removed.size === 0)) return standard;
  const moved = <T>(row: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(row)
        .filter(([key]) => !removed.has(key))
        .map(([key, value]) => [renamed.get(key) ?? key, value]),
    );
  const showing =
    list === "layers"
      ? moved(standard.showing)
      : Object.fromEntries(Object.entries(standard.showing).map(([layer, row]) => [layer, moved(row)]));
  return { ...standard, showing };
}

/** Two changes of one entry brought together, or the properties in which they can't be. */
export type Merged =
  | { readonly kind: "merged"; readonly entry: Entry }
  | { readonly kind: "conflict"; readonly properties: readonly string[] };

/** Brings two people's changes of one entry together: what only one of them changed is that one's. */
export function mergeEntry(was: Entry, theirs: Entry, mine: Entry): Merged {
  const result: Record<string, unknown> = { ...theirs };
  const conflicts: string[] = [];
  for (const property of new Set([...Object.keys(was), ...Object.keys(mine), ...Object.keys(theirs)])) {
    const [a, b, c] = [was, theirs, mine].map((each) => JSON.stringify(each[property]));
    if (c === a || c === b) continue;
    if (b !== a) conflicts.push(property);
    else if (mine[property] === undefined) delete result[property];
    else result[property] = mine[property];
  }
  return conflicts.length > 0 ? { kind: "conflict", properties: conflicts } : { kind: "merged", entry: result };
}
