import { answer, guarded, missing } from "@/server/access/guarded";
import { cancelFiles, filesOf, inspectionOf } from "@/server/queries/inspections";

/** Cancels all that is not done yet. */
export const POST = guarded("hand-in", async (asker, _request, { inspectionId = "" }) => {
  const inspection = await inspectionOf(asker, inspectionId);
  if (!inspection) return missing();
  const cancelled = await cancelFiles((await filesOf(inspectionId)).map((file) => file.id));
  return answer({ cancelled: cancelled.length });
});
