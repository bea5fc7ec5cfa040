import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { cancelFiles, filesOf, inspectionOf, mayCancel, NOT_YOURS } from "@/server/queries/inspections";

/** Cancels all that is not done yet. */
export const POST = guarded("hand-in", async (asker, _request, { inspectionId = "" }) => {
  const inspection = await inspectionOf(asker, inspectionId);
  if (!inspection) return missing();
  if (!mayCancel(asker, inspection)) return complain(403, NOT_YOURS);
  return answer({ cancelled: await cancelFiles(asker, await filesOf(inspectionId)) });
});
