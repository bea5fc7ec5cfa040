import type { FileUpdate } from "../syntax/file-update";
import { Dict, List, Ref, Stream, type Value } from "../syntax/values";

/** Replaces references by others everywhere in a file; the objects referred to are let go. */
export function replaceReferences(update: FileUpdate, replaced: ReadonlyMap<number, number>): void {
  if (replaced.size === 0) return;
  for (const number of update.numbers()) {
    const value = update.object(number);
    const fresh = withReplaced(value, replaced);
    if (fresh !== value) update.set(number, fresh);
  }
}

/** A value with other references; the same value where it holds none of them. */
function withReplaced(value: Value, replaced: ReadonlyMap<number, number>): Value {
  if (value instanceof Ref) {
    const fresh = replaced.get(value.number);
    return fresh === undefined ? value : new Ref(fresh);
  }
  if (value instanceof List) return inList(value, replaced);
  if (value instanceof Dict) return inDict(value, replaced);
  if (!(value instanceof Stream)) return value;
  const dict = inDict(value.dict, replaced);
  return dict === value.dict ? value : new Stream(dict, value.packed, value.number);
}

function inDict(dict: Dict, replaced: ReadonlyMap<number, number>): Dict {
  let entries: Map<string, Value> | undefined;
  for (const [key, value] of dict.entries) {
    const fresh = withReplaced(value, replaced);
    if (fresh === value) continue;
    entries ??= new Map(dict.entries);
    entries.set(key, fresh);
  }
  return entries ? new Dict(entries, dict.source) : dict;
}

/** Lists of layers hold each layer once. */
function inList(list: List, replaced: ReadonlyMap<number, number>): List {
  const items = list.items.map((each) => withReplaced(each, replaced));
  if (items.every((each, i) => each === list.items[i])) return list;
  const seen = new Set<number>();
  const once = items.filter((each) => !(each instanceof Ref) || (!seen.has(each.number) && seen.add(each.number)));
  return new List(once, list.source);
}
