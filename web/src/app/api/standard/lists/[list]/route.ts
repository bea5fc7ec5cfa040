import { isListName, type Entry } from "@hemstitch/core/standard";
import { answer, complain, guarded } from "@/server/access/guarded";
import { draftOf } from "@/server/queries/standard";

/** A list of the draft as it stands now. */
export interface ListAnswer {
  readonly version: number;
  readonly entries: readonly Entry[];
}

export const GET = guarded("see-office", async (asker, _request, { list = "" }) => {
  if (!isListName(list)) return complain(404, { message: "The standard has no such list." });
  const { content, version } = await draftOf(asker.officeId);
  return answer({ version, entries: content[list] } satisfies ListAnswer);
});
