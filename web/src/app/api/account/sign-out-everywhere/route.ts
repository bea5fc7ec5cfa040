import { answer, guarded } from "@/server/access/guarded";
import { endAccess } from "@/server/queries/people";

/** Ends all sessions of the asker, this one too, and every token of theirs. */
export const POST = guarded("account", async (asker) => answer(await endAccess(asker, "people.signed-out-everywhere")));
