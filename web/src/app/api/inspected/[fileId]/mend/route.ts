import { and, eq, isNull, notInArray, or } from "drizzle-orm";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { inspectedFiles } from "@/server/database/schema";
import { formOf, MendRequest } from "@/server/forms";
import { enqueue, MEND } from "@/server/jobs/queue";
import { inspectedFile } from "@/server/queries/inspections";
import { note } from "@/server/queries/log";

/** Queues the mending of a file, of all or of the chosen findings. */
export const POST = guarded("mend", async (asker, request, { fileId = "" }) => {
  const form = await formOf(MendRequest, request);
  if (form instanceof Response) return form;
  const file = await inspectedFile(asker, fileId);
  if (!file) return missing();
  if (file.state !== "done") return complain(409, { message: "The file has not been inspected yet." });
  const queued = await database().transaction(async (transaction) => {
    const [row] = await transaction
      .update(inspectedFiles)
      .set({ mendState: "waiting", mendProblem: null })
      .where(
        and(
          eq(inspectedFiles.id, fileId),
          or(isNull(inspectedFiles.mendState), notInArray(inspectedFiles.mendState, ["waiting", "working"])),
        ),
      )
      .returning({ id: inspectedFiles.id });
    if (row)
      await note(
        asker,
        [{ what: "file.mend", entry: file.name, after: { fileId, only: form.only ?? null } }],
        transaction,
      );
    return row;
  });
  if (!queued) return answer({ already: true });
  await enqueue(MEND, { fileId, ...(form.only ? { only: form.only } : {}) });
  return answer({ queued: true }, 202);
});
