import { guarded } from "@/server/access/guarded";
import { putBackAgain } from "@/server/bin/answers";

/** Puts it back from the bin. */
export const POST = guarded("hand-in", (asker, _request, { fileId = "" }) => putBackAgain(asker, "file", fileId));
