import { answer, complain, guarded } from "@/server/access/guarded";
import { formOf, PasswordChange } from "@/server/forms";
import { isLimited, noteFailure } from "@/server/people/attempts";
import { auth } from "@/server/people/auth";

/** Changes one's password and ends all other sessions. */
export const POST = guarded("account", async (asker, request) => {
  const form = await formOf(PasswordChange, request);
  if (form instanceof Response) return form;
  const attempt = { email: asker.email, address: "account" };
  if (await isLimited(attempt))
    return complain(429, { message: "Too many tries.", remedy: "Wait a quarter of an hour, then try again." });
  const changed = await auth().api.changePassword({
    body: { currentPassword: form.current, newPassword: form.fresh, revokeOtherSessions: true },
    headers: request.headers,
    asResponse: true,
  });
  if (!changed.ok) {
    await noteFailure(attempt);
    return complain(422, {
      message: "The password was not changed: the present one is not right.",
      problems: [{ at: "current", message: "not right" }],
    });
  }
  const response = answer({ changed: true });
  for (const cookie of changed.headers.getSetCookie()) response.headers.append("Set-Cookie", cookie);
  return response;
});
