import { answer, guarded, missing } from "@/server/access/guarded";
import { filesOf, inspectionOf } from "@/server/queries/inspections";

export const GET = guarded("see", async (asker, _request, { inspectionId = "" }) => {
  const inspection = await inspectionOf(asker, inspectionId);
  return inspection ? answer({ ...inspection, files: await filesOf(inspectionId) }) : missing();
});
