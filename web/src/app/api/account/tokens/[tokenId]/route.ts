import { and, eq } from "drizzle-orm";
import { answer, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { accessTokens } from "@/server/database/schema";

export const DELETE = guarded("account", async (asker, _request, { tokenId = "" }) => {
  const removed = await database()
    .delete(accessTokens)
    .where(
      and(
        eq(accessTokens.id, tokenId),
        eq(accessTokens.userId, asker.userId),
        eq(accessTokens.officeId, asker.officeId),
      ),
    )
    .returning({ id: accessTokens.id });
  return removed.length === 1 ? answer({ removed: 1 }) : missing();
});
