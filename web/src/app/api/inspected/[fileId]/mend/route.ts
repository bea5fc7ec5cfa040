import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { noTurn } from "@/server/files/quota-answers";
import { formOf, MendRequest } from "@/server/forms/forms";
import { EDIT } from "@/server/files/limits";
import { queueMend } from "@/server/queries/hand-in";
import { inspectedFile } from "@/server/queries/inspections";

/** Queues the mending of a file, of all or of the chosen findings. */
export const POST = guarded("mend", async (asker, request, { fileId = "" }) => {
  const form = await formOf(MendRequest, request, EDIT);
  if (form instanceof Response) return form;
  const file = await inspectedFile(asker, fileId);
  if (!file) return missing();
  const waits = await noTurn(asker);
  if (waits) return waits;
  if (file.state !== "done") return complain(409, { message: "The file has not been inspected yet." });
  return (await queueMend(asker, file, form.only)) ? answer({ queued: true }, 202) : answer({ already: true });
});
