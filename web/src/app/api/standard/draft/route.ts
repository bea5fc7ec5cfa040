import { differences } from "@hemstitch/core/standard";
import { answer, guarded } from "@/server/access/guarded";
import { draftOf, editionInForce } from "@/server/queries/standard";

/** The draft's version, and how many changes it makes to the edition in force. */
export const GET = guarded("see-office", async (asker) => {
  const [draft, edition] = await Promise.all([draftOf(asker.officeId), editionInForce(asker.officeId)]);
  return answer({
    version: draft.version,
    edition: edition?.number ?? null,
    changes: edition ? differences(edition.content, draft.content).length : 0,
  });
});
