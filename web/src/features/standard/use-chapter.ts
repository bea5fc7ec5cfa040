import { useCallback, useMemo, useRef, useState, type RefObject } from "react";
import { ApiError, getJson, sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";

/** One edit of a chapter: an entry added (key null), replaced, or removed (entry null). */
export interface Edit<T> {
  readonly key: string | null;
  readonly entry: T | null;
  readonly at?: number;
}

interface Step<T> {
  readonly back: readonly Edit<T>[];
  readonly forth: readonly Edit<T>[];
}

/**
 * A chapter's entries with edits that are stored at once, and undo and redo of one's own. The
 * version counts changes of the whole standard, so chapters shown together share it.
 */
export function useChapter<T extends object>(
  chapter: string,
  keyName: keyof T & string,
  initial: readonly T[],
  version: RefObject<number>,
) {
  const notice = useNotice();
  const [entries, setEntries] = useState<readonly T[]>(initial);
  const [undone, setUndone] = useState<readonly Step<T>[]>([]);
  const [done, setDone] = useState<readonly Step<T>[]>([]);
  const [saving, setSaving] = useState(false);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const keyOf = useCallback((entry: T): string => String(entry[keyName]), [keyName]);

  const store = useCallback(
    async (edits: readonly Edit<T>[]): Promise<boolean> => {
      setSaving(true);
      try {
        const saved = await sendJson<{ version: number }>("PATCH", `/api/standard/${chapter}`, {
          version: version.current,
          edits,
        });
        version.current = saved.version;
        setEntries((was) => apply(was, edits, keyOf));
        return true;
      } catch (error) {
        notice(wordsOf(error), "error");
        if (error instanceof ApiError && error.status === 409) {
          const fresh = await getJson<{ entries: T[]; version: number }>(`/api/standard/${chapter}`);
          version.current = fresh.version;
          setEntries(fresh.entries);
          setDone([]);
          setUndone([]);
        }
        return false;
      } finally {
        setSaving(false);
      }
    },
    [chapter, keyOf, notice, version],
  );

  /** Edits go one after the other, so that quick ones do not overtake each other's version. */
  const inTurn = useCallback(<R>(work: () => Promise<R>): Promise<R> => {
    const next = queue.current.then(work, work);
    queue.current = next;
    return next;
  }, []);

  const edit = useCallback(
    (forth: readonly Edit<T>[]): Promise<boolean> =>
      inTurn(async () => {
        const back = inverse(entries, forth, keyOf);
        const stored = await store(forth);
        if (stored) {
          setDone((was) => [...was, { back, forth }].slice(-100));
          setUndone([]);
        }
        return stored;
      }),
    [entries, inTurn, keyOf, store],
  );

  const undo = useCallback(() => {
    const last = done.at(-1);
    if (!last) return;
    void inTurn(async () => {
      if (!(await store(last.back))) return;
      setDone((was) => was.slice(0, -1));
      setUndone((was) => [...was, last]);
    });
  }, [done, inTurn, store]);

  const redo = useCallback(() => {
    const last = undone.at(-1);
    if (!last) return;
    void inTurn(async () => {
      if (!(await store(last.forth))) return;
      setUndone((was) => was.slice(0, -1));
      setDone((was) => [...was, last]);
    });
  }, [undone, inTurn, store]);

  return useMemo(
    () => ({ entries, edit, undo, redo, canUndo: done.length > 0, canRedo: undone.length > 0, saving }),
    [entries, edit, undo, redo, done.length, undone.length, saving],
  );
}

export function apply<T extends object>(
  entries: readonly T[],
  edits: readonly Edit<T>[],
  keyOf: (entry: T) => string,
): T[] {
  const result = [...entries];
  for (const { key, entry, at } of edits) {
    if (key === null) {
      if (entry) result.splice(at ?? result.length, 0, entry);
      continue;
    }
    const index = result.findIndex((each) => keyOf(each) === key);
    if (index < 0) continue;
    if (entry) result[index] = entry;
    else result.splice(index, 1);
  }
  return result;
}

/** The edits that take others back. */
export function inverse<T extends object>(
  entries: readonly T[],
  edits: readonly Edit<T>[],
  keyOf: (entry: T) => string,
): Edit<T>[] {
  let state = [...entries];
  const back: Edit<T>[] = [];
  for (const edit of edits) {
    if (edit.key === null) back.unshift({ key: edit.entry ? keyOf(edit.entry) : "", entry: null });
    else {
      const index = state.findIndex((each) => keyOf(each) === edit.key);
      const was = state[index];
      if (was) back.unshift(edit.entry ? { key: keyOf(edit.entry), entry: was } : { key: null, entry: was, at: index });
    }
    state = apply(state, [edit], keyOf);
  }
  return back;
}
