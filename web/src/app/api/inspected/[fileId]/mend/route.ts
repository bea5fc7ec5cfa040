import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { turnFor } from "@/server/files/quotas";
import { complainOfFile } from "@/server/files/receive";
import { formOf, MendRequest } from "@/server/forms";
import { EDIT } from "@/server/files/limits";
import { queueMend } from "@/server/queries/hand-in";
import { inspectedFile } from "@/server/queries/inspections";

/** Queues the mending of a file, of all or of the chosen findings. */
export const POST = guarded("mend", async (asker, request, { fileId = "" }) => {
  const form = await formOf(MendRequest, request, EDIT);
  if (form instanceof Response) return form;
  const file = await inspectedFile(asker, fileId);
  if (!file) return missing();
  const turn = await turnFor(database(), asker);
  if (!turn.ok) return complainOfFile(turn.problem);
  if (file.state !== "done") return complain(409, { message: "The file has not been inspected yet." });
  return (await queueMend(asker, file, form.only)) ? answer({ queued: true }, 202) : answer({ already: true });
});
