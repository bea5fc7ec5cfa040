import { and, eq, isNull } from "drizzle-orm";
import { answer, complain, guarded } from "@/server/access/guarded";
import { stored, type Made } from "@/server/forms/answers";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { offices, planSets } from "@/server/database/schema";
import { formOf, NewPlanSet } from "@/server/forms/forms";
import { record } from "@/server/log/log";

export const POST = guarded("edit-plan-set", async (asker, request) => {
  const form = await formOf(NewPlanSet, request);
  if (form instanceof Response) return form;
  const name = storableText(form.name.trim());
  const made = await database().transaction(async (transaction) => {
    // One after the other: a form that was sent twice finds the set that it made.
    await transaction.select({ id: offices.id }).from(offices).where(eq(offices.id, asker.officeId)).for("update");
    const [same] = await transaction
      .select({ id: planSets.id })
      .from(planSets)
      .where(and(eq(planSets.officeId, asker.officeId), eq(planSets.name, name), isNull(planSets.takenAt)));
    if (same) return undefined;
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
    return stored(row);
  });
  if (!made)
    return complain(409, {
      message: `There is a plan set “${name}” already.`,
      remedy: "Open it, or give this one another name.",
    });
  return answer(made satisfies Made, 201);
});
