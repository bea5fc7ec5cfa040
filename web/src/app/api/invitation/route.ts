import { eq } from "drizzle-orm";
import { answer, complain, open } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { users, type Role } from "@/server/database/schema";
import { checked, formOf, InvitationLink, InvitationTaken, NewPassword } from "@/server/forms/forms";
import { OPEN_FORM } from "@/server/files/limits";
import { addMember, giveBack, invitationOf, makeUser, takeUp } from "@/server/people/accounts";
import { tryPassword, type Attempt } from "@/server/people/attempts";
import { placeOf } from "@/server/people/places";
import { addressOf } from "@/server/people/where-from";
import { auth } from "@/server/people/auth";
import { withCookies } from "@/server/people/cookies";
import { record } from "@/server/log/log";

/** What an invitation is for, as its link opens. */
export interface InvitationAnswer {
  readonly office: string;
  readonly email: string;
  readonly role: Role;
  readonly invitedBy: string;
  /** Whether the address has an account already. */
  readonly known: boolean;
}

const GONE = {
  message: "This invitation is no longer valid.",
  remedy: "It may have been used, withdrawn or have expired. Ask for a new one.",
};

const personOf = async (email: string) =>
  (await database().select({ id: users.id }).from(users).where(eq(users.email, email)))[0];

/** What an invitation is for, by the secret of its link. */
export const PUT = open(async (request) => {
  const form = await formOf(InvitationLink, request, OPEN_FORM);
  if (form instanceof Response) return form;
  const invitation = await invitationOf(database(), form.secret);
  if (!invitation) return complain(404, GONE);
  const { office, email, role, invitedBy } = invitation;
  const known = (await personOf(email)) !== undefined;
  return answer({ office, email, role, invitedBy, known } satisfies InvitationAnswer);
});

const signIn = (email: string, password: string, { headers }: Request): Promise<Response> =>
  auth().api.signInEmail({ body: { email, password }, asResponse: true, headers });

/** Takes an invitation up: somebody new chooses a name and a password, somebody known gives theirs. */
export const POST = open(async (request) => {
  const form = await formOf(InvitationTaken, request, OPEN_FORM);
  if (form instanceof Response) return form;
  const invitation = await invitationOf(database(), form.secret);
  if (!invitation) return complain(404, GONE);
  const { email } = invitation;
  const known = await personOf(email);
  const attempt: Attempt = { email, address: addressOf(request.headers), place: placeOf(request.headers) };
  if (known) {
    const tried = await tryPassword(attempt, () => signIn(email, form.password, request));
    if (tried.is === "refused") return tried.answer;
    if (tried.is === "wrong")
      return complain(401, {
        message: `${email} has an account already, and this is not its password.`,
        remedy:
          "If it is lost, a coordinator of the office that you belong to, or your administrator, can make a link for a new one. This invitation stays good.",
      });
  } else if (!form.name?.trim())
    return complain(422, { message: "Say your name.", problems: [{ at: "name", message: "must not be blank" }] });
  else {
    const chosen = checked(NewPassword, { password: form.password });
    if (chosen instanceof Response) return chosen;
  }
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
  const signedIn = await signIn(email, form.password, request);
  return withCookies(answer({ joined: invitation.office }, 201), signedIn);
});
