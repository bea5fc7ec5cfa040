import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { sourceDrawings } from "@/server/database/schema";
import { complainOfScale, formOf, SourceFromInspection } from "@/server/forms";
import { inspectedFile } from "@/server/queries/inspections";
import { record } from "@/server/queries/log";
import { planSetOf } from "@/server/queries/plan-sets";

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
  const id = await database().transaction(async (transaction) => {
    const [made] = await transaction
      .insert(sourceDrawings)
      .values({ planSetId, ...source })
      .returning({ id: sourceDrawings.id });
    await record(
      asker,
      [{ what: "plan-set.source-added", entry: `${title}, ${planSet.name}`, after: source }],
      transaction,
    );
    return made?.id;
  });
  return answer({ id }, 201);
});
