import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { stored, type Made } from "@/server/forms/answers";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { inspections } from "@/server/database/schema";
import { formOf, NewInspection } from "@/server/forms/forms";
import { planSetOf } from "@/server/queries/plan-sets";

/** Begins an inspection that files can be handed in to. */
export const POST = guarded("hand-in", async (asker, request) => {
  const form = await formOf(NewInspection, request);
  if (form instanceof Response) return form;
  if (asker.planSets !== null && !form.planSetId)
    return complain(422, {
      message: "Drawings are handed in to a plan set that is shared with you.",
      remedy: "Choose one of these.",
    });
  if (form.planSetId && !(await planSetOf(asker, form.planSetId))) return missing();
  const [made] = await database()
    .insert(inspections)
    .values({
      officeId: asker.officeId,
      name: storableText(form.name),
      planSetId: form.planSetId ?? null,
      madeBy: asker.userId,
    })
    .returning({ id: inspections.id });
  return answer(stored(made) satisfies Made, 201);
});
