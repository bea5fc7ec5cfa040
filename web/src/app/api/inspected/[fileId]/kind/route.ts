import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { noTurn } from "@/server/files/quota-answers";
import { formOf, KindRequest } from "@/server/forms/forms";
import { inspectAs } from "@/server/queries/hand-in";
import { inspectedFile, standardOfFile } from "@/server/queries/inspections";

/** Has a file inspected anew as another drawing kind, or as the one that it says itself. */
export const POST = guarded("mend", async (asker, request, { fileId = "" }) => {
  const form = await formOf(KindRequest, request);
  if (form instanceof Response) return form;
  const file = await inspectedFile(asker, fileId);
  if (!file) return missing();
  const waits = await noTurn(asker);
  if (waits) return waits;
  const standard = form.kind === null ? undefined : await standardOfFile(asker, fileId);
  if (standard && !standard.kinds.some(({ id }) => id === form.kind))
    return complain(400, { message: `The standard has no drawing kind “${form.kind}”.` });
  const outcome = await inspectAs(asker, file, form.kind);
  if (outcome === "queued") return answer({ queued: true }, 202);
  return complain(409, {
    message:
      outcome === "busy"
        ? "The file is being inspected just now."
        : "The file was mended as what it is. Hand the mended file in to have it judged as another kind.",
  });
});
