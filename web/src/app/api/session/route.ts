import { answer, complain, guarded, open } from "@/server/access/guarded";
import { formOf, SignIn } from "@/server/forms";
import { plainEmail } from "@/server/people/accounts";
import { isLimited, noteFailure, noteSuccess } from "@/server/people/attempts";
import { auth } from "@/server/people/auth";

/** The address that a request comes from, as a proxy in front says it; one for all where there is none. */
const addressOf = (request: Request): string =>
  request.headers.get("x-forwarded-for")?.split(",")[0]?.trim() || "direct";

/** Signs in. The answer is the same for an unknown e-mail and a wrong password. */
export const POST = open(async (request) => {
  const form = await formOf(SignIn, request);
  if (form instanceof Response) return form;
  const attempt = { email: plainEmail(form.email), address: addressOf(request) };
  if (await isLimited(attempt))
    return complain(429, {
      message: "Too many sign-ins have failed.",
      remedy: "Wait a quarter of an hour, then try again.",
    });
  const signedIn = await auth().api.signInEmail({
    body: { email: attempt.email, password: form.password },
    asResponse: true,
    headers: request.headers,
  });
  if (!signedIn.ok) {
    await noteFailure(attempt);
    return complain(401, {
      message: "This e-mail and password do not belong together.",
      remedy: "Try again, or ask the coordinator for a new invitation.",
    });
  }
  await noteSuccess(attempt);
  return withCookies(answer({ signedIn: true }), signedIn);
});

/** Signs out. */
export const DELETE = guarded("account", async (_asker, request) => {
  const signedOut = await auth().api.signOut({ headers: request.headers, asResponse: true });
  return withCookies(answer({ signedOut: true }), signedOut);
});

function withCookies(response: Response, from: Response): Response {
  for (const cookie of from.headers.getSetCookie()) response.headers.append("Set-Cookie", cookie);
  return response;
}
