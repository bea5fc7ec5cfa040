import { answer, complain } from "../access/guarded";
import type { Edited } from "../queries/change-draft";

/** What an edit that was stored is answered. */
export interface EditAnswer {
  readonly version: number;
  /** Entries whose changes were brought together with somebody else's: the draft is to be asked for anew. */
  readonly merged: readonly string[];
}

export const answerToEdit = (edited: Edited): Response =>
  edited.kind === "saved"
    ? answer({ version: edited.version, merged: edited.merged } satisfies EditAnswer)
    : complainOfEdit(edited);

/** What is answered to an edit that was not stored. */
export function complainOfEdit(edited: Exclude<Edited, { kind: "saved" }>): Response {
  switch (edited.kind) {
    case "newer":
      return complain(409, {
        message: "Somebody else has changed the standard in the meantime. Your change was not saved.",
        remedy: "Look at the current state, then make the change again.",
      });
    case "stale":
      return complain(409, { message: edited.message, remedy: "Reload the page and make the change again." });
    case "conflict":
      return answer(
        {
          message: `Somebody else has changed ${edited.conflicts.map((each) => each.key).join(", ")} in the meantime. Your change has not been saved yet.`,
          remedy: "Choose which of the two to keep.",
          conflicts: edited.conflicts,
        },
        409,
      );
    case "wrong": {
      const problems = edited.problems.map(({ at, message }) => ({ at: String(at ?? ""), message }));
      const words = problems.map(({ message }) => message);
      return complain(422, { message: words.slice(0, 5).join(" "), problems: problems.slice(0, 200) });
    }
  }
}
