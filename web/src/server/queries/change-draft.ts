import { and, eq } from "drizzle-orm";
import type { DraftEdit, EditStep, ListName, OfficeStandard, SeenEdit } from "@hemstitch/core/standard";
import type { Asker } from "../access/access";
import { database, type Transaction } from "../database/client";
import { standards } from "../database/schema";
import { isHeavy, workOut, type DraftChange, type WorkedOut } from "../work/thread-draft";
import { inThread } from "../work/threads";
import { record } from "../log/log";
import { draftOf } from "./standard";

type Changer = Pick<Asker, "officeId" | "who">;

/** What came of a change of the draft. */
export type Edited =
  | { readonly kind: "saved"; readonly version: number; readonly merged: readonly string[] }
  | { readonly kind: "newer"; readonly version: number }
  | Exclude<WorkedOut, { readonly kind: "changed" }>;

/** What is stored together with a change, or not at all; `false` takes the change back, too. */
export type Together = (transaction: Transaction) => Promise<boolean>;

interface ChangeOptions {
  /** The draft must be of this version still. */
  readonly version?: number;
  readonly together?: Together;
}

/** How often a change is worked out anew because another process was faster. */
const MOST_TRIES = 20;

/**
 * Changes the draft in one piece. The change is worked out and checked while nothing is locked – in a thread where
 * that takes long – and stored only upon the very draft that it was worked out for; else it is worked out anew.
 * Nothing is stored where anything is wrong. Undefined where `together` took it back.
 */
async function changeDraft(
  asker: Changer,
  change: DraftChange,
  { version, together }: ChangeOptions = {},
): Promise<Edited | undefined> {
  return afterOthers(asker.officeId, async () => {
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const draft = await draftOf(asker.officeId);
      if (version !== undefined && version !== draft.version) return { kind: "newer", version: draft.version };
      const workedOut = isHeavy(draft.content, change)
        ? await inThread({ kind: "change-draft", content: draft.content, change })
        : workOut(draft.content, change);
      if ("ok" in workedOut) throw new Error(workedOut.problem);
      if (workedOut.kind !== "changed") return workedOut;
      const stored = await storeDraft(asker, draft.version, workedOut, together);
      if (stored === "stored") return { kind: "saved", version: draft.version + 1, merged: workedOut.merged };
      if (stored === "taken-back") return undefined;
    }
    return { kind: "newer", version: (await draftOf(asker.officeId)).version };
  });
}

const lines = new Map<string, Promise<unknown>>();

/** Changes of one office's draft are worked out one after the other, so that none is worked out in vain. */
function afterOthers<T>(officeId: string, doing: () => Promise<T>): Promise<T> {
  const mine = (lines.get(officeId) ?? Promise.resolve()).then(doing, doing);
  lines.set(officeId, mine);
  const leave = (): void => {
    if (lines.get(officeId) === mine) lines.delete(officeId);
  };
  mine.then(leave, leave);
  return mine;
}

class TakenBack extends Error {}

/** Stores a draft and its lines of the log, if the draft is of this version still. */
export async function storeDraft(
  asker: Changer,
  version: number,
  { content, steps }: { content: OfficeStandard; steps: readonly EditStep[] },
  together: Together = () => Promise.resolve(true),
): Promise<"stored" | "moved" | "taken-back"> {
  try {
    return await database().transaction(async (transaction) => {
      const [stored] = await transaction
        .update(standards)
        .set({ content, version: version + 1, changedAt: new Date() })
        .where(and(eq(standards.officeId, asker.officeId), eq(standards.version, version)))
        .returning({ version: standards.version });
      if (!stored) return "moved";
      await record(asker, steps, transaction);
      if (!(await together(transaction))) throw new TakenBack();
      return "stored";
    });
  } catch (error) {
    if (error instanceof TakenBack) return "taken-back";
    throw error;
  }
}

const always = (edited: Edited | undefined): Edited => {
  if (!edited) throw new Error("Nothing could have taken this back.");
  return edited;
};

/** Makes one edit of the draft: all of it or nothing. */
export const editDraft = async (asker: Changer, edit: DraftEdit): Promise<Edited> =>
  always(await changeDraft(asker, { kind: "edit", edit }));

/** Edits a list of the draft, all at once or not at all. */
export const editList = (asker: Changer, list: ListName, edits: readonly SeenEdit[]): Promise<Edited> =>
  editDraft(asker, { of: "list", list, edits });

/** Edits a list together with something else that is stored, or neither; undefined where that took it back. */
export const editListTogether = (
  asker: Changer,
  list: ListName,
  edits: readonly SeenEdit[],
  together: Together,
): Promise<Edited | undefined> => changeDraft(asker, { kind: "edit", edit: { of: "list", list, edits } }, { together });

/** Replaces the whole draft by another standard, as who replaces it saw it last. */
export const replaceDraft = async (
  asker: Changer,
  by: OfficeStandard,
  version: number | null,
  what = "standard.replaced",
): Promise<Edited> =>
  always(await changeDraft(asker, { kind: "replace", by, what }, version === null ? {} : { version }));
