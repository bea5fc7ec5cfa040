"use client";
import dynamic from "next/dynamic";
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import {
  applyEdits,
  keyOf,
  type Entry,
  type EntryEdit,
  type ListName,
  type OfficeStandard,
  type SchemeEntry,
} from "@hemstitch/core/standard/plain";
import { ApiError, getJson, sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import type { Conflict } from "./ConflictDialog";
import { cellsLost, inverseEdits, type CellEdit } from "./inverse";
import { factsAsNow, withFacts, type Facts } from "./facts";
import { keepSteps, keptSteps, stepInWords, withStep, type Step, type Steps, type WhichScheme } from "./steps";

const ConflictDialog = dynamic(() => import("./ConflictDialog").then((each) => each.ConflictDialog), { ssr: false });

interface Draft {
  readonly officeId: string;
  readonly standard: OfficeStandard;
  readonly version: number;
  /** Whether the person may change it. */
  readonly mayEdit: boolean;
  readonly saving: boolean;
  readonly edit: (list: ListName, edits: readonly EntryEdit[]) => Promise<boolean>;
  /** Takes over edits that were stored in another way, as a table from a spreadsheet is. */
  readonly adopt: (list: ListName, edits: readonly EntryEdit[], version: number) => Promise<void>;
  readonly editCells: (cells: readonly CellEdit[]) => Promise<boolean>;
  readonly editScheme: (which: WhichScheme, scheme: SchemeEntry) => Promise<boolean>;
  readonly editFacts: (facts: Facts) => Promise<boolean>;
  readonly undo: () => void;
  readonly redo: () => void;
  /** What would be taken back, in words; null where there is nothing. */
  readonly undoes: string | null;
  readonly redoes: string | null;
}

const Context = createContext<Draft | null>(null);

export function useDraft(): Draft {
  const draft = useContext(Context);
  if (!draft) throw new Error("There is no draft around this.");
  return draft;
}

/** The draft around this, where there is one. */
export const useDraftIfAny = (): Draft | null => useContext(Context);

const withCells = (standard: OfficeStandard, cells: readonly CellEdit[]): OfficeStandard => {
  const showing = { ...standard.showing };
  for (const { layer, kind, state } of cells) {
    const { [kind]: _was, ...rest } = showing[layer] ?? {};
    const row = state === null ? rest : { ...rest, [kind]: state };
    if (Object.keys(row).length === 0) delete showing[layer];
    else showing[layer] = row;
  }
  return { ...standard, showing };
};

/** The draft of the office standard in the browser: edits are stored at once, in turn, and can be taken back. */
export function DraftProvider({
  officeId,
  initial,
  mayEdit,
  children,
}: {
  officeId: string;
  initial: { readonly standard: OfficeStandard; readonly version: number };
  mayEdit: boolean;
  children: ReactNode;
}) {
  const notice = useNotice();
  const [state, setState] = useState(initial);
  const current = useRef(initial);
  const [{ done, undone }, setSteps] = useState(() => keptSteps(officeId, initial.version));
  // What is in turn must see what the turn before left, not what was drawn last.
  const steps = useRef<Steps>({ done, undone });
  const [saving, setSaving] = useState(false);
  const [conflict, setConflict] = useState<{
    list: ListName;
    conflicts: readonly Conflict[];
    edits: readonly EntryEdit[];
  } | null>(null);
  const queue = useRef<Promise<unknown>>(Promise.resolve());

  const become = useCallback((standard: OfficeStandard, version: number) => {
    current.current = { standard, version };
    setState(current.current);
  }, []);

  /** Edits go one after the other, so that each is made on what the one before left. */
  const inTurn = useCallback(<R,>(work: () => Promise<R>): Promise<R> => {
    const next = queue.current.then(work, work);
    queue.current = next;
    return next;
  }, []);

  const reload = useCallback(
    async (list: ListName): Promise<void> => {
      const fresh = await getJson<{ entries: Entry[]; version: number }>(`/api/standard/lists/${list}`);
      become({ ...current.current.standard, [list]: fresh.entries } as OfficeStandard, fresh.version);
    },
    [become],
  );

  /** Shows an edit at once, sends it, and takes it back where the server does not store it. */
  const send = useCallback(
    async <T extends { version: number }>(
      after: OfficeStandard | undefined,
      path: string,
      body: unknown,
    ): Promise<T | ApiError> => {
      const before = current.current;
      if (after) become(after, before.version);
      setSaving(true);
      try {
        const saved = await sendJson<T>("PATCH", path, body);
        become(current.current.standard, saved.version);
        return saved;
      } catch (error) {
        become(before.standard, before.version);
        return error instanceof ApiError ? error : new ApiError(0, wordsOf(error));
      } finally {
        setSaving(false);
      }
    },
    [become],
  );

  const storeList = useCallback(
    async (list: ListName, edits: readonly EntryEdit[], force = false): Promise<boolean> => {
      const { standard } = current.current;
      const before = new Map((standard[list] as unknown as Entry[]).map((entry) => [keyOf(list, entry), entry]));
      const seen = edits.map((edit) =>
        force || edit.key === null ? edit : { ...edit, was: before.get(edit.key) ?? null },
      );
      const saved = await send<{ version: number; merged: string[]; entries?: Entry[] }>(
        applyEdits(standard, list, edits),
        `/api/standard/lists/${list}`,
        { edits: seen },
      );
      if (saved instanceof ApiError) {
        if (saved.conflicts.length > 0) setConflict({ list, conflicts: saved.conflicts as readonly Conflict[], edits });
        else notice(saved.message, "error");
        return false;
      }
      if (saved.entries) {
        become({ ...current.current.standard, [list]: saved.entries } as OfficeStandard, saved.version);
        notice(`Somebody else had changed ${saved.merged.join(", ")} too; both changes were brought together.`, "info");
      }
      return true;
    },
    [become, notice, send],
  );

  const storeCells = useCallback(
    async (cells: readonly CellEdit[]): Promise<boolean> => {
      const saved = await send(withCells(current.current.standard, cells), "/api/standard/showing", { cells });
      if (saved instanceof ApiError) notice(saved.message, "error");
      return !(saved instanceof ApiError);
    },
    [notice, send],
  );

  const stepsBecome = useCallback(
    (next: Steps) => {
      steps.current = next;
      setSteps(next);
      keepSteps(officeId, current.current.version, next);
    },
    [officeId],
  );

  const storeScheme = useCallback(
    async (which: WhichScheme, scheme: SchemeEntry): Promise<boolean> => {
      const { standard } = current.current;
      const saved = await send(
        { ...standard, naming: { ...standard.naming, [which]: scheme } },
        "/api/standard/scheme",
        { which, scheme, was: standard.naming[which] },
      );
      if (saved instanceof ApiError) notice(saved.message, "error");
      return !(saved instanceof ApiError);
    },
    [notice, send],
  );

  const storeFacts = useCallback(
    async (facts: Facts): Promise<boolean> => {
      const saved = await send(withFacts(current.current.standard, facts), "/api/standard/facts", facts);
      if (saved instanceof ApiError) notice(saved.message, "error");
      return !(saved instanceof ApiError);
    },
    [notice, send],
  );

  const note = useCallback((step: Step) => stepsBecome(withStep(steps.current, step)), [stepsBecome]);

  const edit = useCallback(
    (list: ListName, forth: readonly EntryEdit[]): Promise<boolean> =>
      inTurn(async () => {
        const { standard } = current.current;
        const [back, lost] = [inverseEdits(standard, list, forth), cellsLost(standard, list, forth)];
        const stored = await storeList(list, forth);
        if (stored) note({ kind: "list", list, forth, back, lost });
        return stored;
      }),
    [inTurn, note, storeList],
  );

  const adopt = useCallback(
    (list: ListName, forth: readonly EntryEdit[], version: number): Promise<void> =>
      inTurn(async () => {
        const { standard, version: known } = current.current;
        const after = applyEdits(standard, list, forth);
        // Where others' changes lie between, what is stored is asked for, and can't be taken back in one step.
        if (!after || version !== known + 1) return reload(list);
        const [back, lost] = [inverseEdits(standard, list, forth), cellsLost(standard, list, forth)];
        become(after, version);
        note({ kind: "list", list, forth, back, lost });
      }),
    [become, inTurn, note, reload],
  );

  const editCells = useCallback(
    (forth: readonly CellEdit[]): Promise<boolean> =>
      inTurn(async () => {
        const { showing } = current.current.standard;
        const back = forth.map(({ layer, kind }) => ({ layer, kind, state: showing[layer]?.[kind] ?? null }));
        const stored = await storeCells(forth);
        if (stored) note({ kind: "cells", forth, back });
        return stored;
      }),
    [inTurn, note, storeCells],
  );

  const editScheme = useCallback(
    (which: WhichScheme, forth: SchemeEntry): Promise<boolean> =>
      inTurn(async () => {
        const back = current.current.standard.naming[which];
        const stored = await storeScheme(which, forth);
        if (stored) note({ kind: "scheme", which, forth, back });
        return stored;
      }),
    [inTurn, note, storeScheme],
  );

  const editFacts = useCallback(
    (forth: Facts): Promise<boolean> =>
      inTurn(async () => {
        const back = factsAsNow(current.current.standard, forth);
        const stored = await storeFacts(forth);
        if (stored) note({ kind: "facts", forth, back });
        return stored;
      }),
    [inTurn, note, storeFacts],
  );

  const replay = useCallback(
    async (step: Step, way: "forth" | "back"): Promise<boolean> => {
      switch (step.kind) {
        case "list":
          if (!(await storeList(step.list, step[way]))) return false;
          return way === "forth" || step.lost.length === 0 || storeCells(step.lost);
        case "cells":
          return storeCells(step[way]);
        case "scheme":
          return storeScheme(step.which, step[way]);
        case "facts":
          return storeFacts(step[way]);
      }
    },
    [storeCells, storeFacts, storeList, storeScheme],
  );

  const undo = useCallback(() => {
    void inTurn(async () => {
      const { done: behind, undone: ahead } = steps.current;
      const last = behind.at(-1);
      if (!last || !(await replay(last, "back"))) return;
      stepsBecome({ done: behind.slice(0, -1), undone: [...ahead, last] });
      // It may have been made in another chapter.
      notice(`Taken back: ${stepInWords(last)}.`, "info");
    });
  }, [inTurn, notice, replay, stepsBecome]);

  const redo = useCallback(() => {
    void inTurn(async () => {
      const { done: behind, undone: ahead } = steps.current;
      const last = ahead.at(-1);
      if (!last || !(await replay(last, "forth"))) return;
      stepsBecome({ done: [...behind, last], undone: ahead.slice(0, -1) });
      notice(`Made again: ${stepInWords(last)}.`, "info");
    });
  }, [inTurn, notice, replay, stepsBecome]);

  useUndoKeys(undo, redo);

  const [last, next] = [done.at(-1), undone.at(-1)];
  const draft = useMemo<Draft>(
    () => ({
      ...state,
      officeId,
      mayEdit,
      saving,
      edit,
      adopt,
      editCells,
      editScheme,
      editFacts,
      undo,
      redo,
      undoes: last ? stepInWords(last) : null,
      redoes: next ? stepInWords(next) : null,
    }),
    [state, officeId, mayEdit, saving, edit, adopt, editCells, editScheme, editFacts, undo, redo, last, next],
  );
  return (
    <Context.Provider value={draft}>
      {children}
      {conflict && (
        <ConflictDialog
          list={conflict.list}
          conflicts={conflict.conflicts}
          onTheirs={() => {
            setConflict(null);
            void inTurn(() => reload(conflict.list));
          }}
          onMine={() => {
            setConflict(null);
            void inTurn(async () => {
              await reload(conflict.list);
              const gone = new Set(conflict.conflicts.filter((each) => each.theirs === null).map((each) => each.key));
              // What was removed meanwhile is added again.
              await storeList(
                conflict.list,
                conflict.edits.map((each) => (each.key !== null && gone.has(each.key) ? { ...each, key: null } : each)),
                true,
              );
            });
          }}
        />
      )}
    </Context.Provider>
  );
}

function useUndoKeys(undo: () => void, redo: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = /INPUT|TEXTAREA/.test((event.target as HTMLElement).tagName);
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z" || typing) return;
      event.preventDefault();
      (event.shiftKey ? redo : undo)();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo, redo]);
}
