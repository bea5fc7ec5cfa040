import { answer, guarded } from "@/server/access/guarded";
import { formOf, NewUpload } from "@/server/forms/forms";
import { complainOfFile } from "@/server/files/receive";
import { beginUpload } from "@/server/files/uploads";

/** How much of a file has arrived, bytes. */
export interface UploadAnswer {
  readonly id: string;
  readonly received: number;
}

/** Begins to take a file in that comes in several requests, so that it can go on after a lost connection. */
export const POST = guarded("hand-in", async (asker, request) => {
  const form = await formOf(NewUpload, request);
  if (form instanceof Response) return form;
  const begun = await beginUpload(asker, { size: form.size, sha256: form.sha256 });
  if (!begun.ok) return complainOfFile(begun.problem);
  return answer({ id: begun.value.id, received: 0 } satisfies UploadAnswer, 201);
});
