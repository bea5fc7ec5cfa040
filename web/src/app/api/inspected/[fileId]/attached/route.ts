import { answer, complain, guarded, missing } from "@/server/access/guarded";
import type { Made } from "@/server/forms/answers";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { maxFileBytes } from "@/server/files/limits";
import { fileBytes } from "@/server/files/pieces";
import { noRoom, noTurn } from "@/server/files/quota-answers";
import { AttachedRequest, formOf } from "@/server/forms/forms";
import { inThread } from "@/server/work/threads";
import { complainOfWork } from "@/server/making/made-files";
import { atHand, handIn } from "@/server/queries/hand-in";
import { inspectedFile } from "@/server/queries/inspections";

/** Takes up a file that is kept in another, as a portfolio has them: it joins the inspection as a file of its own. */
export const POST = guarded("hand-in", async (asker, request, { fileId = "" }) => {
  const form = await formOf(AttachedRequest, request);
  if (form instanceof Response) return form;
  const file = await inspectedFile(asker, fileId);
  const bytes = file && (await fileBytes(database(), file.sha256));
  if (!file || !bytes) return missing();
  const waits = await noTurn(asker);
  if (waits) return waits;
  const found = await inThread({ kind: "attached", bytes, name: form.name, maxFileBytes: maxFileBytes() });
  if (!found.ok) return complainOfWork(found);
  if (!found.bytes || found.bytes.length === 0)
    return complain(404, { message: `${file.name} holds no file “${form.name}” that can be read.` });
  const full = await noRoom(asker, found.bytes.length);
  if (full) return full;
  const taken = atHand(storableText(form.name), found.bytes);
  await handIn(asker, file.inspectionId, taken);
  return answer({ id: taken.id } satisfies Made, 201);
});
