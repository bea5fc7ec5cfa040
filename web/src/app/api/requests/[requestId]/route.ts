import { answer, complain, guarded } from "@/server/access/guarded";
import { formOf, Decision } from "@/server/forms/forms";
import { complainOfEdit } from "@/server/forms/edit-answers";
import { decide } from "@/server/queries/requests";

/** Accepts, amends or declines a request. */
export const PATCH = guarded("decide", async (asker, request, { requestId = "" }) => {
  const form = await formOf(Decision, request);
  if (form instanceof Response) return form;
  if (form.state === "declined" && form.answer.trim() === "")
    return complain(422, {
      message: "Say why it is declined.",
      problems: [{ at: "answer", message: "must not be blank" }],
    });
  const decided = await decide(asker, requestId, {
    state: form.state,
    answer: form.answer.trim(),
    entry: form.entry ?? null,
    was: form.was ?? null,
  });
  if (decided.kind === "decided") return answer({ decided: true });
  if (decided.kind === "gone") return complain(409, { message: "This request has been decided already." });
  return complainOfEdit(decided);
});
