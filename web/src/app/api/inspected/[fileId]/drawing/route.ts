import { guarded, missing } from "@/server/access/guarded";
import { packedDrawing } from "@/server/download";
import { drawingOf } from "@/server/queries/inspections";

export const GET = guarded("see", async (asker, request, { fileId = "" }) => {
  const drawing = await drawingOf(asker, fileId, new URL(request.url).searchParams.get("state") === "after");
  return drawing ? packedDrawing(drawing) : missing();
});
