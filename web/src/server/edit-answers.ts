import { answer, complain } from "./access/guarded";
import type { Edited } from "./queries/standard";

/** What is answered to an edit that was not stored. */
export function complainOfEdit(edited: Exclude<Edited, { kind: "saved" }>): Response {
  if (edited.kind === "newer")
    return complain(409, {
      message: "Somebody has changed the standard meanwhile. Nothing of yours was stored.",
      remedy: "Look at the newest state, then make the change again.",
    });
  if (edited.kind === "conflict")
    return answer(
      {
        message: `Somebody else has changed ${edited.conflicts.map((each) => each.key).join(", ")} meanwhile. Nothing of yours was stored yet.`,
        remedy: "Choose which of the two to keep.",
        conflicts: edited.conflicts,
      },
      409,
    );
  return complain(422, {
    message: edited.problems
      .map((problem) => problem.message)
      .slice(0, 5)
      .join(" "),
    problems: edited.problems.slice(0, 200),
  });
}
