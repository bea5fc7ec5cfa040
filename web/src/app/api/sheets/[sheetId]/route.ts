import { and, eq, isNull, ne, sql } from "drizzle-orm";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { takenAway } from "@/server/bin/answers";
import { database, type Transaction } from "@/server/database/client";
import { storable, storableText } from "@/server/database/jsonb";
import type { PlacementRow } from "@/server/database/rows";
import { sheets } from "@/server/database/schema";
import { checked, complainOfScale, formOf, PlacementForm, SheetChange } from "@/server/forms/forms";
import { record } from "@/server/log/log";
import { hasSource, lockPlanSet, sheetOf } from "@/server/queries/plan-sets";
import { standardFor } from "@/server/queries/standard";

/** Whether another sheet of the set has a number. */
async function isTaken(on: Transaction, planSetId: string, sheetId: string, number: string): Promise<boolean> {
  const [other] = await on
    .select({ id: sheets.id })
    .from(sheets)
    .where(
      and(eq(sheets.planSetId, planSetId), eq(sheets.number, number), ne(sheets.id, sheetId), isNull(sheets.takenAt)),
    );
  return other !== undefined;
}

export const PATCH = guarded("edit-plan-set", async (asker, request, { sheetId = "" }) => {
  const form = await formOf(SheetChange, request);
  if (form instanceof Response) return form;
  const found = await sheetOf(asker, sheetId);
  if (!found) return missing();
  if (form.frame !== undefined && form.frame !== found.sheet.frame) {
    const { frames } = await standardFor(asker.officeId, found.planSet.id);
    if (!frames.some(({ id }) => id === form.frame))
      return complain(422, { message: `The standard has no frame “${form.frame}”.` });
  }
  const { version, placement: sent, ...rest } = form;
  const placement = sent === undefined ? undefined : checked(PlacementForm, sent);
  if (placement instanceof Response) return placement;
  if (placement) {
    const wrong = complainOfScale(placement.placedAt);
    if (wrong) return wrong;
  }
  const number = rest.number === undefined ? undefined : storableText(rest.number.trim());
  if (number === "")
    return complain(422, {
      message: "A sheet has a number.",
      problems: [{ at: "number", message: "must not be blank" }],
    });
  const saved = await database().transaction(async (transaction) => {
    await lockPlanSet(transaction, found.planSet.id);
    if (number !== undefined && (await isTaken(transaction, found.planSet.id, sheetId, number))) return "taken";
    if (placement && !(await hasSource(transaction, found.planSet.id, placement.sourceId))) return "no-source";
    const [row] = await transaction
      .update(sheets)
      .set({
        ...storable(rest),
        ...(number === undefined ? {} : { number }),
        ...(placement ? { placement: storable({ ...placement }) as PlacementRow } : {}),
        version: sql`${sheets.version} + 1`,
      })
      .where(and(eq(sheets.id, sheetId), eq(sheets.version, version)))
      .returning({ version: sheets.version });
    const { number: was, title, frame, revision, placement: placed } = found.sheet;
    const before = { number: was, title, frame, revision, placement: placed };
    if (row)
      await record(
        asker,
        [
          {
            what: "plan-set.sheet",
            entry: `${was}, ${found.planSet.name}`,
            before,
            after: { ...before, ...rest, ...(placement ? { placement } : {}) },
          },
        ],
        transaction,
      );
    return row;
  });
  if (saved === "no-source") return missing();
  if (saved === "taken")
    return complain(409, {
      message: `The set has a sheet ${number} already.`,
      remedy: "Give this one another number.",
    });
  if (!saved)
    return complain(409, {
      message: "Somebody else has changed this sheet in the meantime. Your change was not saved.",
      remedy: "Reload the page and make the change again.",
    });
  return answer({ version: saved.version });
});

/** Puts it into the bin. */
export const DELETE = guarded("edit-plan-set", (asker, _request, { sheetId = "" }) =>
  takenAway(asker, "sheet", sheetId),
);
