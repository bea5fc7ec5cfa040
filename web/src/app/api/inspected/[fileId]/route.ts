import { answer, guarded, missing } from "@/server/access/guarded";
import { inspectedFile } from "@/server/queries/inspections";

export const GET = guarded(false, async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFile(asker.officeId, fileId);
  return file ? answer(file) : missing();
});
