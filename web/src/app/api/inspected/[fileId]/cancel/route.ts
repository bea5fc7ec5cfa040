import { answer, guarded, missing } from "@/server/access/guarded";
import { cancelFiles, inspectedFile } from "@/server/queries/inspections";

export const POST = guarded(true, async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFile(asker.officeId, fileId);
  return file ? answer({ cancelled: (await cancelFiles([fileId])).length }) : missing();
});
