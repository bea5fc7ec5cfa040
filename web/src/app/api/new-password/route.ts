import { answer, complain, open } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { OPEN_FORM } from "@/server/files/limits";
import { checked, formOf, LinkSecret, NewPassword, PasswordByLink } from "@/server/forms/forms";
import { forgiveAccount } from "@/server/people/attempts";
import { auth } from "@/server/people/auth";
import { withCookies } from "@/server/people/cookies";
import { personOfLink, takePasswordLink } from "@/server/people/password-links";
import { placeOf, rememberPlace } from "@/server/people/places";

/** Whose password a link sets. */
export interface LinkAnswer {
  readonly name: string;
  readonly email: string;
}

const GONE = {
  message: "This link is no longer valid.",
  remedy: "It may have been used, replaced or have expired. Ask for a new one.",
};

/** Whose password a link sets, by its secret. */
export const PUT = open(async (request) => {
  const form = await formOf(LinkSecret, request, OPEN_FORM);
  if (form instanceof Response) return form;
  const person = await personOfLink(database(), form.secret);
  return person ? answer({ name: person.name, email: person.email } satisfies LinkAnswer) : complain(404, GONE);
});

/** Sets the password and signs in; all that was signed in before is not any more. */
export const POST = open(async (request) => {
  const form = await formOf(PasswordByLink, request, OPEN_FORM);
  if (form instanceof Response) return form;
  const chosen = checked(NewPassword, { password: form.password });
  if (chosen instanceof Response) return chosen;
  const person = await takePasswordLink(database(), form.secret, form.password);
  if (!person) return complain(404, GONE);
  await forgiveAccount(person.email);
  const { email } = person;
  const signedIn = await auth().api.signInEmail({
    body: { email, password: form.password },
    asResponse: true,
    headers: request.headers,
  });
  const response = withCookies(answer({ changed: true }), signedIn);
  response.headers.append("Set-Cookie", await rememberPlace(email, placeOf(request.headers)));
  return response;
});
