import { lesserRole } from "@/server/access/roles";
import { answer, complain, guarded } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { storableText } from "@/server/database/jsonb";
import { accessTokens } from "@/server/database/schema";
import { formOf, NewToken } from "@/server/forms/forms";
import { hashOf, newSecret } from "@/server/people/secrets";
import { record } from "@/server/log/log";
import { tokensOf } from "@/server/queries/people";

const MOST_TOKENS = 20;

/** A new token; it is told once. */
export interface TokenMade {
  readonly token: string;
}

export const GET = guarded("account", async (asker) => answer({ tokens: await tokensOf(asker) }));

/** Makes a personal token; the answer is the only place where it stands. */
export const POST = guarded("account", async (asker, request) => {
  const form = await formOf(NewToken, request);
  if (form instanceof Response) return form;
  if ((await tokensOf(asker)).length >= MOST_TOKENS)
    return complain(409, {
      message: `You have ${MOST_TOKENS} tokens, the most there can be.`,
      remedy: "Remove one that is not used any more.",
    });
  const role = form.role ?? lesserRole(asker.role, "drafter");
  if (lesserRole(asker.role, role) !== role)
    return complain(422, {
      message: "A token can't do more than you may.",
      problems: [{ at: "role", message: "too much" }],
    });
  const token = newSecret("hst");
  const expiresAt = new Date(Date.now() + form.days * 24 * 60 * 60 * 1000);
  const name = storableText(form.name.trim());
  await database().transaction(async (transaction) => {
    await transaction.insert(accessTokens).values({
      officeId: asker.officeId,
      userId: asker.userId,
      name,
      role,
      tokenHash: hashOf(token),
      expiresAt,
    });
    await record(asker, [{ what: "people.token", entry: name, after: { role, expiresAt } }], transaction);
  });
  return answer({ token } satisfies TokenMade, 201);
});
