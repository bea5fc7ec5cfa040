import { and, eq, sql } from "drizzle-orm";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { takenAway } from "@/server/bin/answers";
import { database } from "@/server/database/client";
import { storable, storableText } from "@/server/database/jsonb";
import { planSets } from "@/server/database/schema";
import { formOf, PlanSetChange } from "@/server/forms/forms";
import { record } from "@/server/log/log";
import { planSetOf } from "@/server/queries/plan-sets";

const LONGEST = 4000;
/** Fields of title blocks are called what an office calls them, in any script. */
const LONGEST_NAME = 60;

export const PATCH = guarded("edit-plan-set", async (asker, request, { planSetId = "" }) => {
  const form = await formOf(PlanSetChange, request);
  if (form instanceof Response) return form;
  const planSet = await planSetOf(asker, planSetId);
  if (!planSet) return missing();
  const particulars = storable(form.particulars ?? planSet.particulars);
  if (Object.keys(particulars).some((key) => key.trim() === "" || key.length > LONGEST_NAME))
    return complain(422, { message: `A particular has a name of at most ${LONGEST_NAME} characters.` });
  if (
    Object.keys(particulars).length > 100 ||
    Object.values(particulars).some((value) => typeof value !== "string" || value.length > LONGEST)
  )
    return complain(422, { message: `Each particular is a text of at most ${LONGEST} characters.` });
  const name = form.name === undefined ? planSet.name : storableText(form.name.trim());
  const saved = await database().transaction(async (transaction) => {
    const [row] = await transaction
      .update(planSets)
      .set({ particulars, name, version: sql`${planSets.version} + 1` })
      .where(and(eq(planSets.id, planSetId), eq(planSets.version, form.version)))
      .returning({ version: planSets.version });
    if (row)
      await record(
        asker,
        [
          {
            what: "plan-set.particulars",
            entry: name,
            before: { ...planSet.particulars, name: planSet.name },
            after: { ...particulars, name },
          },
        ],
        transaction,
      );
    return row;
  });
  if (!saved)
    return complain(409, {
      message: "Somebody else has changed these particulars in the meantime. Your change was not saved.",
      remedy: "Reload the page and make the change again.",
    });
  return answer({ version: saved.version });
});

/** Puts it into the bin. */
export const DELETE = guarded("edit-plan-set", (asker, _request, { planSetId = "" }) =>
  takenAway(asker, "plan-set", planSetId),
);
