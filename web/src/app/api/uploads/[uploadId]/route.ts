import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { bodyOf } from "@/server/files/body";
import { complainOfFile } from "@/server/files/receive";
import { giveUp, takeIn, uploadOf } from "@/server/files/uploads";
import type { UploadAnswer } from "../route";

/** How much has arrived: where the sender goes on. */
export const GET = guarded("hand-in", async (asker, _request, { uploadId = "" }) => {
  const upload = await uploadOf(asker, uploadId);
  return upload ? answer({ id: upload.id, received: upload.received } satisfies UploadAnswer) : missing();
});

/** Takes what comes behind the first `from` bytes; these must be what has arrived. */
export const PUT = guarded("hand-in", async (asker, request, { uploadId = "" }) => {
  const upload = await uploadOf(asker, uploadId);
  if (!upload) return missing();
  if (Number(new URL(request.url).searchParams.get("from")) !== upload.received)
    return complain(409, {
      message: `${upload.received} bytes of this file have arrived.`,
      remedy: "Go on from there.",
    });
  const received = await takeIn(upload, bodyOf(request));
  if (!received.ok)
    return received.problem.code === "moved-on" ? complain(409, received.problem) : complainOfFile(received.problem);
  return answer({ id: upload.id, received: received.value } satisfies UploadAnswer);
});

/** Gives the file up with all that has arrived. */
export const DELETE = guarded("hand-in", async (asker, _request, { uploadId = "" }) => {
  const upload = await uploadOf(asker, uploadId);
  if (!upload) return missing();
  await giveUp(upload.id);
  return answer({ cancelled: upload.id });
});
