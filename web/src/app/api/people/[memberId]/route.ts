import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { formOf, MemberChange } from "@/server/forms/forms";
import { changeMember, sharePlanSets } from "@/server/queries/people";

const LAST = {
  message: "An office needs a coordinator, and this is the last one.",
  remedy: "Make somebody else coordinator first.",
};

/** Changes somebody's part, or which plan sets a reader sees. */
export const PATCH = guarded("people", async (asker, request, { memberId = "" }) => {
  const form = await formOf(MemberChange, request);
  if (form instanceof Response) return form;
  if (!form.planSets && !form.role) return complain(422, { message: "There is nothing to change." });
  if (form.planSets && !(await sharePlanSets(asker, memberId, form.planSets))) return missing();
  if (form.role) {
    const changed = await changeMember(asker, memberId, form.role);
    if (changed === "missing") return missing();
    if (changed === "last-coordinator") return complain(409, LAST);
  }
  return answer({ changed: true });
});

export const DELETE = guarded("people", async (asker, _request, { memberId = "" }) => {
  const changed = await changeMember(asker, memberId, null);
  if (changed === "missing") return missing();
  return changed === "last-coordinator" ? complain(409, LAST) : answer({ removed: true });
});
