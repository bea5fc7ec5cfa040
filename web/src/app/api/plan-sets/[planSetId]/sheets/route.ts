import { and, eq, isNull, max } from "drizzle-orm";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { stored, type Made } from "@/server/forms/answers";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { sheets } from "@/server/database/schema";
import { formOf, NewSheet } from "@/server/forms/forms";
import { record } from "@/server/log/log";
import { lockPlanSet, planSetOf } from "@/server/queries/plan-sets";
import { standardFor } from "@/server/queries/standard";

export const POST = guarded("edit-plan-set", async (asker, request, { planSetId = "" }) => {
  const form = await formOf(NewSheet, request);
  if (form instanceof Response) return form;
  const planSet = await planSetOf(asker, planSetId);
  if (!planSet) return missing();
  const content = await standardFor(asker.officeId, planSetId);
  if (!content.frames.some((frame) => frame.id === form.frame))
    return complain(422, { message: `The standard has no frame “${form.frame}”.` });
  const number = storableText(form.number.trim());
  const title = storableText(form.title);
  const made = await database().transaction(async (transaction) => {
    // One after the other: a form that was sent twice finds the sheet that it made.
    await lockPlanSet(transaction, planSetId);
    const [same] = await transaction
      .select({ id: sheets.id })
      .from(sheets)
      .where(and(eq(sheets.planSetId, planSetId), eq(sheets.number, number), isNull(sheets.takenAt)));
    if (same) return undefined;
    const [last] = await transaction
      .select({ position: max(sheets.position) })
      .from(sheets)
      .where(eq(sheets.planSetId, planSetId));
    const [row] = await transaction
      .insert(sheets)
      .values({ planSetId, number, title, frame: form.frame, position: (last?.position ?? -1) + 1 })
      .returning({ id: sheets.id });
    await record(
      asker,
      [{ what: "plan-set.sheet-added", entry: `${number}, ${planSet.name}`, after: { title, frame: form.frame } }],
      transaction,
    );
    return stored(row);
  });
  if (!made)
    return complain(409, {
      message: `The set has a sheet ${number} already.`,
      remedy: "Give this one another number.",
    });
  return answer(made satisfies Made, 201);
});
