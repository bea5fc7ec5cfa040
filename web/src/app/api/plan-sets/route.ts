import { answer, guarded } from "@/server/access/guarded";
import { stored, type Made } from "@/server/answers";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { planSets } from "@/server/database/schema";
import { formOf, NewPlanSet } from "@/server/forms";
import { record } from "@/server/queries/log";

export const POST = guarded("edit-plan-set", async (asker, request) => {
  const form = await formOf(NewPlanSet, request);
  if (form instanceof Response) return form;
  const name = storableText(form.name.trim());
  const made = await database().transaction(async (transaction) => {
    const [row] = await transaction
      .insert(planSets)
      .values({
        officeId: asker.officeId,
        name,
        units: form.units,
        particulars: { owner: asker.officeName, project: name },
      })
      .returning({ id: planSets.id });
    await record(asker, [{ what: "plan-set.added", entry: name, after: { units: form.units } }], transaction);
    return row;
  });
  return answer(stored(made) satisfies Made, 201);
});
