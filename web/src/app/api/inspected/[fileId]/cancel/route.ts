import { answer, guarded, missing } from "@/server/access/guarded";
import { cancelFiles, inspectedFile } from "@/server/queries/inspections";

export const POST = guarded("hand-in", async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFile(asker, fileId);
  return file ? answer({ cancelled: (await cancelFiles([fileId])).length }) : missing();
});
