import { and, eq, isNull } from "drizzle-orm";
import { answer, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { invitations } from "@/server/database/schema";

/** Withdraws an invitation that has not been taken up. */
export const DELETE = guarded("people", async (asker, _request, { invitationId = "" }) => {
  const removed = await database()
    .delete(invitations)
    .where(and(eq(invitations.id, invitationId), eq(invitations.officeId, asker.officeId), isNull(invitations.usedAt)))
    .returning({ id: invitations.id });
  return removed.length === 1 ? answer({ removed: 1 }) : missing();
});
