import { and, eq, isNull } from "drizzle-orm";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { stored, type Made } from "@/server/forms/answers";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { sourceDrawings } from "@/server/database/schema";
import { complainOfScale, formOf, SourceFromInspection } from "@/server/forms/forms";
import { inspectedFile } from "@/server/queries/inspections";
import { record } from "@/server/log/log";
import { lockPlanSet, planSetOf } from "@/server/queries/plan-sets";

/** Takes an inspected file over as a source drawing: mended where it has been mended, else as received. */
export const POST = guarded("edit-plan-set", async (asker, request, { planSetId = "" }) => {
  const form = await formOf(SourceFromInspection, request);
  if (form instanceof Response) return form;
  const wrong = complainOfScale(form.drawnAt);
  if (wrong) return wrong;
  const [planSet, file] = await Promise.all([planSetOf(asker, planSetId), inspectedFile(asker, form.fileId)]);
  if (!planSet || !file) return missing();
  if (file.state !== "done")
    return complain(409, { message: "Only a file that has been inspected can be put on a sheet." });
  const title = storableText(form.title.trim());
  const source = {
    title,
    fileName: file.name,
    sha256: file.mendedSha256 ?? file.sha256,
    drawnAt: form.drawnAt.trim(),
  };
  const made = await database().transaction(async (transaction) => {
    // One after the other: a form that was sent twice finds the drawing that it made.
    await lockPlanSet(transaction, planSetId);
    const [same] = await transaction
      .select({ id: sourceDrawings.id })
      .from(sourceDrawings)
      .where(
        and(
          eq(sourceDrawings.planSetId, planSetId),
          eq(sourceDrawings.sha256, source.sha256),
          eq(sourceDrawings.title, title),
          eq(sourceDrawings.drawnAt, source.drawnAt),
          isNull(sourceDrawings.takenAt),
        ),
      );
    if (same) return { ...same, already: true };
    const [row] = await transaction
      .insert(sourceDrawings)
      .values({ planSetId, ...source })
      .returning({ id: sourceDrawings.id });
    await record(
      asker,
      [{ what: "plan-set.source-added", entry: `${title}, ${planSet.name}`, after: source }],
      transaction,
    );
    return { ...stored(row), already: false };
  });
  return answer({ id: made.id } satisfies Made, made.already ? 200 : 201);
});
