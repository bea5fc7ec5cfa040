import { takenAway } from "@/server/bin/answers";
import { answer, guarded, missing } from "@/server/access/guarded";
import { inspectedFileWithFindings, type InspectedFileDetail } from "@/server/queries/inspections";

export const GET = guarded("see", async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFileWithFindings(asker, fileId);
  return file ? answer(file satisfies InspectedFileDetail) : missing();
});

/** Puts it into the bin. */
export const DELETE = guarded("hand-in", (asker, _request, { fileId = "" }) => takenAway(asker, "file", fileId));
