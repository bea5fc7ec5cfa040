import { answer, guarded, missing } from "@/server/access/guarded";
import { standardOfFile } from "@/server/queries/inspections";

/** What a file is judged by. */
export const GET = guarded("see-office", async (asker, _request, { fileId = "" }) => {
  const standard = await standardOfFile(asker, fileId);
  return standard ? answer(standard) : missing();
});
