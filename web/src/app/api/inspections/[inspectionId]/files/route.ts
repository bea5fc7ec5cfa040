import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { storableText } from "@/server/database/jsonb";
import { receiveFile } from "@/server/files/receive";
import { handIn } from "@/server/queries/hand-in";
import { inspectionOf } from "@/server/queries/inspections";

/** Takes one file as the request's body and queues its inspection. */
export const POST = guarded("hand-in", async (asker, request, { inspectionId = "" }) => {
  const inspection = await inspectionOf(asker, inspectionId);
  if (!inspection) return missing();
  const name = storableText(new URL(request.url).searchParams.get("name") ?? "").slice(0, 400) || "drawing.pdf";
  const received = await receiveFile(request);
  if (!received.ok) return complain(413, received.problem);
  return answer({ id: await handIn(asker.officeId, inspectionId, { name, ...received.value }) }, 201);
});
