import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { inspectedFiles } from "@/server/database/schema";
import { keepFile } from "@/server/files/keep";
import { receiveFile } from "@/server/files/receive";
import { enqueue, INSPECT } from "@/server/jobs/queue";
import { inspectionOf } from "@/server/queries/inspections";

/** Takes one file as the request's body and queues its inspection. */
export const POST = guarded("hand-in", async (asker, request, { inspectionId = "" }) => {
  const inspection = await inspectionOf(asker, inspectionId);
  if (!inspection) return missing();
  const name = storableText(new URL(request.url).searchParams.get("name") ?? "").slice(0, 400) || "drawing.pdf";
  const received = await receiveFile(request);
  if (!received.ok) return complain(413, received.problem);
  const { bytes, sha256 } = received.value;
  await keepFile(database(), sha256, bytes);
  const [made] = await database()
    .insert(inspectedFiles)
    .values({ inspectionId, name, sha256 })
    .returning({ id: inspectedFiles.id });
  if (made) await enqueue(INSPECT, { fileId: made.id });
  return answer({ id: made?.id }, 201);
});
