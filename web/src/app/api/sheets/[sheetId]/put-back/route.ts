import { guarded } from "@/server/access/guarded";
import { putBackAgain } from "@/server/bin/answers";

/** Puts it back from the bin. */
export const POST = guarded("edit-plan-set", (asker, _request, { sheetId = "" }) =>
  putBackAgain(asker, "sheet", sheetId),
);
