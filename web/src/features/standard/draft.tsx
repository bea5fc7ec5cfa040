"use client";
import dynamic from "next/dynamic";
import { createContext, useContext, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from "react";
import { editInWords, type DraftEdit, type OfficeStandard } from "@hemstitch/core/standard/plain";
import type { ListAnswer } from "@/app/api/standard/lists/[list]/route";
import type { EditAnswer } from "@/server/forms/edit-answers";
import { getJson, sendJson } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { DraftStore } from "./draft-store";

const ConflictDialog = dynamic(() => import("./ConflictDialog").then((each) => each.ConflictDialog), { ssr: false });

interface Draft {
  readonly officeId: string;
  readonly standard: OfficeStandard;
  readonly version: number;
  /** Whether the person may change it. */
  readonly mayEdit: boolean;
  readonly saving: boolean;
  readonly edit: (edit: DraftEdit) => Promise<boolean>;
  /** Takes over an edit that was stored in another way, as a table from a spreadsheet is. */
  readonly adopt: DraftStore["adopt"];
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

/** Gives the draft of the office standard to what is in it. */
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
  const tell = useNotice();
  const [store] = useState(
    () =>
      new DraftStore(initial, {
        officeId,
        send: (edit) => sendJson<EditAnswer>("PATCH", "/api/standard/draft", edit),
        fetchList: (list) => getJson<ListAnswer>(`/api/standard/lists/${list}`),
        tell,
      }),
  );
  const state = useSyncExternalStore(store.subscribe, store.snapshot, store.snapshot);
  useUndoKeys(store);
  const { standard, version, saving, steps, conflict } = state;
  const [last, next] = [steps.done.at(-1), steps.undone.at(-1)];
  const draft = useMemo<Draft>(
    () => ({
      officeId,
      standard,
      version,
      mayEdit,
      saving,
      edit: store.edit,
      adopt: store.adopt,
      undo: store.undo,
      redo: store.redo,
      undoes: last ? editInWords(last.forth) : null,
      redoes: next ? editInWords(next.forth) : null,
    }),
    [officeId, standard, version, mayEdit, saving, store, last, next],
  );
  return (
    <Context.Provider value={draft}>
      {children}
      {conflict && (
        <ConflictDialog
          list={conflict.edit.list}
          conflicts={conflict.conflicts}
          onTheirs={store.takeTheirs}
          onMine={store.insist}
        />
      )}
    </Context.Provider>
  );
}

function useUndoKeys({ undo, redo }: Pick<DraftStore, "undo" | "redo">): void {
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
