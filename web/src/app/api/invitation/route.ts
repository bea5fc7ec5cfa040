import { eq } from "drizzle-orm";
import { answer, complain, open } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { users } from "@/server/database/schema";
import { formOf, InvitationLink, InvitationTaken } from "@/server/forms";
import { addMember, giveBack, invitationOf, makeUser, takeUp } from "@/server/people/accounts";
import { isLimited, noteFailure } from "@/server/people/attempts";
import { auth } from "@/server/people/auth";
import { record } from "@/server/queries/log";

const GONE = {
  message: "This invitation does not work any more.",
  remedy: "It may have been used, withdrawn or run out. Ask for a new one.",
};

const personOf = async (email: string) =>
  (await database().select({ id: users.id }).from(users).where(eq(users.email, email)))[0];

/** What an invitation is for, by the secret of its link. */
export const PUT = open(async (request) => {
  const form = await formOf(InvitationLink, request);
  if (form instanceof Response) return form;
  const invitation = await invitationOf(database(), form.secret);
  if (!invitation) return complain(404, GONE);
  const { office, email, role, invitedBy } = invitation;
  return answer({ office, email, role, invitedBy, known: (await personOf(email)) !== undefined });
});

/** Takes an invitation up: somebody new chooses a name and a password, somebody known gives theirs. */
export const POST = open(async (request) => {
  const form = await formOf(InvitationTaken, request);
  if (form instanceof Response) return form;
  const invitation = await invitationOf(database(), form.secret);
  if (!invitation) return complain(404, GONE);
  const { email } = invitation;
  const known = await personOf(email);
  const attempt = { email, address: "invitation" };
  if (known) {
    if (await isLimited(attempt))
      return complain(429, { message: "Too many tries.", remedy: "Wait a quarter of an hour, then try again." });
    const right = await auth().api.signInEmail({
      body: { email, password: form.password },
      asResponse: true,
      headers: request.headers,
    });
    if (!right.ok) {
      await noteFailure(attempt);
      return complain(401, { message: "You have been here before, and this is not your password." });
    }
  } else if (!form.name?.trim())
    return complain(422, { message: "Say your name.", problems: [{ at: "name", message: "must not be blank" }] });
  if (!(await takeUp(database(), invitation.id))) return complain(409, GONE);
  try {
    const userId =
      known?.id ?? (await makeUser(database(), { name: form.name?.trim() ?? email, email, password: form.password }));
    await database().transaction(async (transaction) => {
      await addMember(transaction, invitation.officeId, userId, invitation.role);
      await record(
        { officeId: invitation.officeId, who: form.name?.trim() || email },
        [
          {
            what: "people.joined",
            entry: email,
            after: { role: invitation.role, invitedBy: invitation.invitedBy },
          },
        ],
        transaction,
      );
    });
  } catch (error) {
    await giveBack(database(), invitation.id);
    throw error;
  }
  const signedIn = await auth().api.signInEmail({
    body: { email, password: form.password },
    asResponse: true,
    headers: request.headers,
  });
  const response = answer({ joined: invitation.office }, 201);
  for (const cookie of signedIn.headers.getSetCookie()) response.headers.append("Set-Cookie", cookie);
  return response;
});
