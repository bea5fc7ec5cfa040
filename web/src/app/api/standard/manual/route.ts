import { guarded } from "@/server/access/guarded";
import { manualDownload } from "@/server/making/manual";
import { standardAsked } from "@/server/making/standard-asked";

/** The manual of the draft or of an edition, with what changed since the edition before it. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  return asked instanceof Response ? asked : manualDownload(asker.officeId, asked.standard, asked.name);
});
