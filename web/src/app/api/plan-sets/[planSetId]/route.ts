import { and, eq, sql } from "drizzle-orm";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { storable } from "@/server/database/jsonb";
import { changeLog, planSets } from "@/server/database/schema";
import { formOf, PlanSetChange } from "@/server/forms";
import { planSetOf } from "@/server/queries/plan-sets";

const LONGEST = 4000;

export const PATCH = guarded("edit-plan-set", async (asker, request, { planSetId = "" }) => {
  const form = await formOf(PlanSetChange, request);
  if (form instanceof Response) return form;
  const planSet = await planSetOf(asker, planSetId);
  if (!planSet) return missing();
  const particulars = storable(form.particulars ?? planSet.particulars);
  if (
    Object.keys(particulars).length > 100 ||
    Object.values(particulars).some((value) => typeof value !== "string" || value.length > LONGEST)
  )
    return complain(422, { message: `Each particular is a text of at most ${LONGEST} characters.` });
  const [saved] = await database()
    .update(planSets)
    .set({ particulars, name: form.name?.trim() ?? planSet.name, version: sql`${planSets.version} + 1` })
    .where(and(eq(planSets.id, planSetId), eq(planSets.version, form.version)))
    .returning({ version: planSets.version });
  if (!saved)
    return complain(409, {
      message: "Somebody has changed these particulars meanwhile. Nothing of yours was stored.",
      remedy: "Load the page anew and make the change again.",
    });
  await database().insert(changeLog).values({
    officeId: asker.officeId,
    who: asker.who,
    what: "plan-set.particulars",
    before: planSet.particulars,
    after: particulars,
  });
  return answer({ version: saved.version });
});
