import { answer, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { changeLog } from "@/server/database/schema";
import { formOf, NewInvitation } from "@/server/forms";
import { invite, plainEmail } from "@/server/people/accounts";

/** Invites somebody; the answer holds the link's secret, which stands nowhere else. */
export const POST = guarded("people", async (asker, request) => {
  const form = await formOf(NewInvitation, request);
  if (form instanceof Response) return form;
  const secret = await invite(database(), {
    officeId: asker.officeId,
    email: form.email,
    role: form.role,
    by: asker.who,
  });
  await database()
    .insert(changeLog)
    .values({
      officeId: asker.officeId,
      who: asker.who,
      what: "people.invited",
      entry: plainEmail(form.email),
      after: { role: form.role },
    });
  return answer({ secret }, 201);
});
