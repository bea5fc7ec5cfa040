import { eq } from "drizzle-orm";
import { answer, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { offices } from "@/server/database/schema";
import { formOf, NewInvitation } from "@/server/forms/forms";
import { invite, plainEmail } from "@/server/people/accounts";
import { record } from "@/server/log/log";

/** What the link of a new invitation ends with; it is told once. */
export interface InvitationMade {
  readonly secret: string;
  /** Invitations of the same address that do not work any more. */
  readonly replaced: number;
}

/** Invites somebody; the answer holds the link's secret, which stands nowhere else. */
export const POST = guarded("people", async (asker, request) => {
  const form = await formOf(NewInvitation, request);
  if (form instanceof Response) return form;
  const made = await database().transaction(async (transaction) => {
    // One after the other, so that of two at once the second replaces the first.
    await transaction.select({ id: offices.id }).from(offices).where(eq(offices.id, asker.officeId)).for("update");
    const invited = await invite(transaction, {
      officeId: asker.officeId,
      email: form.email,
      role: form.role,
      by: asker.who,
    });
    await record(
      asker,
      [
        {
          what: "people.invited",
          entry: plainEmail(form.email),
          after: { role: form.role, replaced: invited.replaced },
        },
      ],
      transaction,
    );
    return invited;
  });
  return answer(made satisfies InvitationMade, 201);
});
