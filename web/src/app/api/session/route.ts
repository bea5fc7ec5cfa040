import { answer, complain, guarded, open } from "@/server/access/guarded";
import { formOf, SignIn } from "@/server/forms/forms";
import { OPEN_FORM } from "@/server/files/limits";
import { plainEmail } from "@/server/people/accounts";
import { tryPassword, type Attempt } from "@/server/people/attempts";
import { auth } from "@/server/people/auth";
import { withCookies } from "@/server/people/cookies";
import { placeOf, rememberPlace } from "@/server/people/places";
import { addressOf } from "@/server/people/where-from";

/** Somebody is signed in. */
export interface SignedIn {
  /** Sign-ins with their account that have failed since the last one that didn't. */
  readonly failedBefore: number;
}

/** Signs in. The answer is the same for an unknown e-mail and a wrong password. */
export const POST = open(async (request) => {
  const form = await formOf(SignIn, request, OPEN_FORM);
  if (form instanceof Response) return form;
  const place = placeOf(request.headers);
  const attempt: Attempt = { email: plainEmail(form.email), address: addressOf(request.headers), place };
  const tried = await tryPassword(attempt, () =>
    auth().api.signInEmail({
      body: { email: attempt.email, password: form.password },
      asResponse: true,
      headers: request.headers,
    }),
  );
  if (tried.is === "refused") return tried.answer;
  if (tried.is === "wrong")
    return complain(401, {
      message: "The e-mail address or the password is wrong.",
      remedy: "Try again. If the password is lost, a coordinator of your office makes a link for a new one.",
    });
  const { failedBefore, response: signedIn } = tried;
  const response = withCookies(answer({ failedBefore } satisfies SignedIn), signedIn);
  response.headers.append("Set-Cookie", await rememberPlace(attempt.email, place));
  return response;
});

/** Signs out. */
export const DELETE = guarded("account", async (_asker, request) => {
  const signedOut = await auth().api.signOut({ headers: request.headers, asResponse: true });
  return withCookies(answer({ signedOut: true }), signedOut);
});
