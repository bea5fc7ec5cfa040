import { answer, complain, guarded } from "@/server/access/guarded";
import { formOf, PasswordChange } from "@/server/forms/forms";
import { tryPassword } from "@/server/people/attempts";
import { auth } from "@/server/people/auth";
import { withCookies } from "@/server/people/cookies";
import { placeOf, rememberPlace } from "@/server/people/places";
import { endAccess } from "@/server/queries/people";

/** Changes one's password; all other sessions end, and every token. */
export const POST = guarded("account", async (asker, request) => {
  const form = await formOf(PasswordChange, request);
  if (form instanceof Response) return form;
  const tried = await tryPassword({ email: asker.email, address: `account ${asker.userId}` }, () =>
    auth().api.changePassword({
      body: { currentPassword: form.current, newPassword: form.fresh, revokeOtherSessions: true },
      headers: request.headers,
      asResponse: true,
    }),
  );
  if (tried.is === "refused") return tried.answer;
  if (tried.is === "wrong")
    return complain(422, {
      message: "The password was not changed: the present one is not right.",
      problems: [{ at: "current", message: "not right" }],
    });
  const response = withCookies(
    answer({ changed: true, ...(await endAccess(asker, "people.password")) }),
    tried.response,
  );
  response.headers.append("Set-Cookie", await rememberPlace(asker.email, placeOf(request.headers)));
  return response;
});
