import { and, eq } from "drizzle-orm";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { members, users } from "@/server/database/schema";
import { belongsElsewhere, LINK_HOURS, makePasswordLink } from "@/server/people/password-links";

/** What the link for a new password ends with; it is told once. */
export interface PasswordLinkMade {
  readonly secret: string;
  /** How long it works. */
  readonly hours: number;
}

/** Makes a link by which a member who has lost their password chooses another. */
export const POST = guarded("people", async (asker, _request, { memberId = "" }) =>
  database().transaction(async (on) => {
    const [member] = await on
      .select({ userId: members.userId, name: users.name })
      .from(members)
      .innerJoin(users, eq(users.id, members.userId))
      .where(and(eq(members.id, memberId), eq(members.officeId, asker.officeId)));
    if (!member) return missing();
    if (await belongsElsewhere(on, member.userId, asker.officeId))
      return complain(409, {
        message: `${member.name} belongs to another office, too, which such a link would open as well.`,
        remedy: "Ask your administrator to make the link.",
      });
    const secret = await makePasswordLink(on, member, asker.who);
    return answer({ secret, hours: LINK_HOURS } satisfies PasswordLinkMade, 201);
  }),
);
