import { answer, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { formOf, NewInvitation } from "@/server/forms";
import { invite, plainEmail } from "@/server/people/accounts";
import { record } from "@/server/queries/log";

/** What the link of a new invitation ends with; it is told once. */
export interface InvitationMade {
  readonly secret: string;
}

/** Invites somebody; the answer holds the link's secret, which stands nowhere else. */
export const POST = guarded("people", async (asker, request) => {
  const form = await formOf(NewInvitation, request);
  if (form instanceof Response) return form;
  const secret = await database().transaction(async (transaction) => {
    const made = await invite(transaction, {
      officeId: asker.officeId,
      email: form.email,
      role: form.role,
      by: asker.who,
    });
    await record(
      asker,
      [{ what: "people.invited", entry: plainEmail(form.email), after: { role: form.role } }],
      transaction,
    );
    return made;
  });
  return answer({ secret } satisfies InvitationMade, 201);
});
