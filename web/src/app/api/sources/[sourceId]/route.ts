import { guarded } from "@/server/access/guarded";
import { takenAway } from "@/server/bin/answers";

/** Puts it into the bin. */
export const DELETE = guarded("edit-plan-set", (asker, _request, { sourceId = "" }) =>
  takenAway(asker, "source", sourceId),
);
