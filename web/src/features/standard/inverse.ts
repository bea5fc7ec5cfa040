import {
  applyEdits,
  keyOf,
  type Entry,
  type EntryEdit,
  type ListName,
  type OfficeStandard,
  type Showing,
} from "@hemstitch/core/standard/plain";

/** A cell of the showing chart and what it becomes; null is undecided. */
export interface CellEdit {
  readonly layer: string;
  readonly kind: string;
  readonly state: Showing | null;
}

/** The decided cells of the showing chart that go when entries are removed: of a layer its row, of a kind its column. */
export function cellsLost(standard: OfficeStandard, list: ListName, edits: readonly EntryEdit[]): CellEdit[] {
  if (list !== "layers" && list !== "kinds") return [];
  const removed = new Set(edits.flatMap(({ key, entry }) => (key !== null && entry === null ? [key] : [])));
  if (removed.size === 0) return [];
  return Object.entries(standard.showing).flatMap(([layer, row]) =>
    Object.entries(row).flatMap(([kind, state]) =>
      removed.has(list === "layers" ? layer : kind) ? [{ layer, kind, state }] : [],
    ),
  );
}

/** The edits that take others back; what removal took from the showing chart is told by `cellsLost`. */
export function inverseEdits(standard: OfficeStandard, list: ListName, edits: readonly EntryEdit[]): EntryEdit[] {
  let state = standard;
  const back: EntryEdit[] = [];
  for (const edit of edits) {
    const entries = state[list] as unknown as Entry[];
    if (edit.key === null) {
      if (edit.entry) back.unshift({ key: keyOf(list, edit.entry), entry: null });
    } else {
      const index = entries.findIndex((entry) => keyOf(list, entry) === edit.key);
      const was = entries[index];
      if (was)
        back.unshift(edit.entry ? { key: keyOf(list, edit.entry), entry: was } : { key: null, entry: was, at: index });
    }
    state = applyEdits(state, list, [edit]) ?? state;
  }
  return back;
}
