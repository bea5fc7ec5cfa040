import { eq } from "drizzle-orm";
import { answer, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { sessions } from "@/server/database/schema";

/** Ends all sessions of the asker, this one too. */
export const POST = guarded("account", async (asker) => {
  const ended = await database()
    .delete(sessions)
    .where(eq(sessions.userId, asker.userId))
    .returning({ id: sessions.id });
  return answer({ ended: ended.length });
});
