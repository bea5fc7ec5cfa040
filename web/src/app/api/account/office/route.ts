import { answer, guarded, missing } from "@/server/access/guarded";
import { OFFICE_COOKIE } from "@/server/access/access";
import { formOf, OfficeChoice } from "@/server/forms";
import { publicAddress } from "@/server/people/auth";

/** Chooses in which of one's offices one works. */
export const POST = guarded("account", async (asker, request) => {
  const form = await formOf(OfficeChoice, request);
  if (form instanceof Response) return form;
  if (!asker.offices.some((office) => office.id === form.officeId)) return missing();
  const response = answer({ officeId: form.officeId });
  const secure = publicAddress()?.startsWith("https://") ? "; Secure" : "";
  response.headers.append(
    "Set-Cookie",
    `${OFFICE_COOKIE}=${form.officeId}; Path=/; HttpOnly; SameSite=Lax; Max-Age=31536000${secure}`,
  );
  return response;
});
