import { answer, guarded, missing } from "@/server/access/guarded";
import { inspectedFileWithFindings, type InspectedFileDetail } from "@/server/queries/inspections";

export const GET = guarded("see", async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFileWithFindings(asker, fileId);
  return file ? answer(file satisfies InspectedFileDetail) : missing();
});
