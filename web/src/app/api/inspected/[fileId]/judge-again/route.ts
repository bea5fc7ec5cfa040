import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { noTurn } from "@/server/files/quota-answers";
import { inspectedFile } from "@/server/queries/inspections";
import { judgeFilesAgain } from "@/server/queries/judged";

/** Has a file judged by the edition that is in force now. */
export const POST = guarded("mend", async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFile(asker, fileId);
  if (!file) return missing();
  if (file.state !== "done") return complain(409, { message: "The file has not been inspected yet." });
  const waits = await noTurn(asker);
  if (waits) return waits;
  return answer({ queued: await judgeFilesAgain(asker, [file]) }, 202);
});
