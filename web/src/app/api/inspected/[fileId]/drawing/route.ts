import { answer, guarded, missing } from "@/server/access/guarded";
import { packedDrawing } from "@/server/making/download";
import { drawingOf } from "@/server/queries/inspections";

/** The drawing of a file; 202 while it is being read again, to be asked for once more. */
export const GET = guarded("see", async (asker, request, { fileId = "" }) => {
  const drawing = await drawingOf(asker, fileId, new URL(request.url).searchParams.get("state") === "after");
  if (drawing === "under-way") return answer({ underWay: true }, 202);
  return drawing ? packedDrawing(drawing) : missing();
});
