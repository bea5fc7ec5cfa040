import { guarded } from "@/server/access/guarded";
import { download } from "@/server/making/download";
import { complainOfWork, formatAsked, starterOf } from "@/server/making/made-files";
import { standardAsked } from "@/server/making/standard-asked";

/** The starter of a drawing kind as PDF or SVG. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  if (asked instanceof Response) return asked;
  const kind = new URL(request.url).searchParams.get("kind") ?? undefined;
  const format = formatAsked(request);
  const made = await starterOf(asker.officeId, {
    standard: asked.standard,
    format,
    ...(kind === undefined ? {} : { drawingKind: kind }),
  });
  return made.ok ? download(made.bytes, `starter-${kind ?? "all"}.${format}`) : complainOfWork(made);
});
