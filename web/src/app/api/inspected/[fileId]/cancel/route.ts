import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { cancelFiles, inspectedFile, inspectionOf, mayCancel, NOT_YOURS } from "@/server/queries/inspections";

export const POST = guarded("hand-in", async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFile(asker, fileId);
  const inspection = file && (await inspectionOf(asker, file.inspectionId));
  if (!file || !inspection) return missing();
  if (!mayCancel(asker, inspection)) return complain(403, NOT_YOURS);
  return answer({ cancelled: await cancelFiles(asker, [file]) });
});
