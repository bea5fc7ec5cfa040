import { entriesOf, keyOf, LISTS, type Entry, type ListName } from "../chapters";
import { orderedEntry } from "../canonical";
import type { OfficeStandard } from "../model";
import type { CellEdit } from "./cells";
import type { EditKind, EditStep } from "./edit";
import { applyEdits, mergeEntry, type EntryEdit } from "./entries";
import { sameValue } from "./same-value";

/** An edit of one entry with the entry that the sender saw. */
export interface SeenEdit extends EntryEdit {
  readonly was?: Entry | null | undefined;
}

/** Edits of the entries of one list, all at once or not at all. */
export interface ListEdit {
  readonly of: "list";
  readonly list: ListName;
  readonly edits: readonly SeenEdit[];
}

/** Somebody else changed the same entry meanwhile. */
export interface Conflict {
  readonly key: string;
  /** Properties that both changed; none where the entry was removed. */
  readonly properties: readonly string[];
  readonly theirs: Entry | null;
  readonly mine: Entry | null;
}

const byKey = (standard: OfficeStandard, name: ListName): ReadonlyMap<string, Entry> =>
  new Map(entriesOf(standard, name).map((entry) => [keyOf(name, entry), entry]));

export const list: EditKind<ListEdit> = {
  apply(standard, edit) {
    const { ready, conflicts, merged } = reconciled(standard, edit);
    if (conflicts.length > 0) return { kind: "conflict", conflicts };
    const after = applyEdits(standard, edit.list, ready);
    if (!after) {
      const message = `A ${LISTS[edit.list].one} that was to be changed no longer exists.`;
      return { kind: "wrong", problems: [{ code: "entry-gone", at: edit.list, message }] };
    }
    const before = byKey(standard, edit.list);
    const steps = ready.map(({ key, entry }): EditStep => ({
      what: `standard.${edit.list}`,
      entry: key ?? (entry ? keyOf(edit.list, entry) : ""),
      before: key === null ? null : (before.get(key) ?? null),
      after: entry,
    }));
    return { kind: "changed", standard: after, steps, merged };
  },
  inverse(standard, { list: name, edits }) {
    const back = { of: "list", list: name, edits: inverseEdits(standard, name, edits) } as const;
    const lost = cellsLost(standard, name, edits);
    return lost.length === 0 ? back : { of: "several", edits: [back, { of: "cells", cells: lost }] };
  },
  words({ list: name, edits }) {
    const { one, many } = LISTS[name];
    const [first, ...more] = edits;
    if (!first || more.length > 0) return `${edits.length.toLocaleString("en")} ${many.toLowerCase()}`;
    return `${one} ${first.key ?? (first.entry ? keyOf(name, first.entry) : "")}`.trim();
  },
  seen(standard, { list: name, edits }) {
    const now = byKey(standard, name);
    return {
      of: "list",
      list: name,
      edits: edits.map((each) => (each.key === null ? each : { ...each, was: now.get(each.key) ?? null })),
    };
  },
};

/** Brings edits together with what others changed meanwhile; what can't be is a conflict. */
function reconciled(standard: OfficeStandard, { list: name, edits }: ListEdit) {
  const current = byKey(standard, name);
  const conflicts: Conflict[] = [];
  const merged: string[] = [];
  const ready = edits.map((edit): EntryEdit => {
    const { was, ...plain } = edit;
    const { key, entry } = plain;
    if (key === null || !was) return plain;
    const theirs = current.get(key);
    if (!theirs) {
      conflicts.push({ key, properties: [], theirs: null, mine: entry });
      return plain;
    }
    const [a, b] = [orderedEntry(name, was), orderedEntry(name, theirs)];
    if (sameValue(a, b)) return plain;
    const result = entry === null ? undefined : mergeEntry(a, b, orderedEntry(name, entry));
    if (result?.kind === "merged") {
      merged.push(key);
      return { ...plain, entry: result.entry };
    }
    conflicts.push({ key, properties: result?.properties ?? [], theirs, mine: entry });
    return plain;
  });
  return { ready, conflicts, merged };
}

/** The decided cells of the showing chart that go when entries are removed: of a layer its row, of a kind its column. */
function cellsLost(standard: OfficeStandard, name: ListName, edits: readonly EntryEdit[]): CellEdit[] {
  if (name !== "layers" && name !== "kinds") return [];
  const removed = new Set(edits.flatMap(({ key, entry }) => (key !== null && entry === null ? [key] : [])));
  if (removed.size === 0) return [];
  return Object.entries(standard.showing).flatMap(([layer, row]) =>
    Object.entries(row).flatMap(([kind, state]) =>
      removed.has(name === "layers" ? layer : kind) ? [{ layer, kind, state }] : [],
    ),
  );
}

/** The edits that take others back; what removal took from the showing chart is told by `cellsLost`. */
function inverseEdits(standard: OfficeStandard, name: ListName, edits: readonly EntryEdit[]): EntryEdit[] {
  let entries = [...entriesOf(standard, name)];
  let keys = entries.map((entry) => keyOf(name, entry));
  const back: EntryEdit[] = [];
  for (const edit of edits) {
    const { key, entry, at = entries.length } = edit;
    const fresh = entry && keyOf(name, entry);
    if (key === null) {
      if (!entry || fresh === null) continue;
      back.unshift({ key: fresh, entry: null });
      entries.splice(at, 0, entry);
      keys.splice(at, 0, fresh);
      continue;
    }
    const index = keys.indexOf(key);
    const was = entries[index];
    if (!was) continue;
    back.unshift(entry ? { key: fresh, entry: was } : { key: null, entry: was, at: index });
    if (!entry) {
      entries.splice(index, 1);
      keys.splice(index, 1);
    } else if (fresh === key) entries[index] = entry;
    else {
      // Entries of the same list may name it, as a layer names its successor.
      const renamed = applyEdits({ ...standard, [name]: entries } as OfficeStandard, name, [{ key, entry }]);
      entries = [...entriesOf(renamed ?? standard, name)];
      keys = entries.map((each) => keyOf(name, each));
    }
  }
  return back;
}
