import { makeStarter } from "@hemstitch/core/sheet";
import { complain, guarded } from "@/server/access/guarded";
import { download } from "@/server/download";
import { standardAsked } from "@/server/standard-asked";
import { fontsOf } from "@/server/standard-fonts";

/** The starter of a drawing kind as PDF or SVG. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  if (asked instanceof Response) return asked;
  const { searchParams } = new URL(request.url);
  const starter = await makeStarter(
    asked.standard,
    searchParams.get("kind") ?? undefined,
    await fontsOf(asker.officeId, asked.standard),
  );
  if (!starter.ok) return complain(422, starter.problem);
  const name = `starter-${searchParams.get("kind") ?? "all"}`;
  return searchParams.get("format") === "svg"
    ? download(new TextEncoder().encode(starter.value.svg), `${name}.svg`)
    : download(starter.value.pdf, `${name}.pdf`);
});
