import {
  applyEdits,
  keyOf,
  type Entry,
  type EntryEdit,
  type ListName,
  type OfficeStandard,
} from "@hemstitch/core/standard/plain";

/** The edits that take others back. */
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
