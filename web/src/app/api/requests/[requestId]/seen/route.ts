import { answer, guarded, missing } from "@/server/access/guarded";
import { seeAnswer } from "@/server/queries/requests";

/** The asker has seen what was decided. */
export const POST = guarded("request", async (asker, _request, { requestId = "" }) =>
  (await seeAnswer(asker, requestId)).length === 1 ? answer({ seen: true }) : missing(),
);
