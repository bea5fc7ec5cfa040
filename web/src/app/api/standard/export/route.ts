import { writeStandard } from "@hemstitch/core/standard";
import { guarded } from "@/server/access/guarded";
import { download } from "@/server/making/download";
import { standardAsked } from "@/server/making/standard-asked";

/** The draft's or an edition's JSON. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  return asked instanceof Response
    ? asked
    : download(new TextEncoder().encode(writeStandard(asked.standard)), `${asked.name}.json`);
});
