import { answer, guarded, missing } from "@/server/access/guarded";
import { OFFICE_COOKIE } from "@/server/access/access";
import { formOf, OfficeChoice } from "@/server/forms/forms";
import { setCookie } from "@/server/people/cookies";

const YEAR_S = 365 * 24 * 60 * 60;

/** Chooses in which of one's offices one works. */
export const POST = guarded("account", async (asker, request) => {
  const form = await formOf(OfficeChoice, request);
  if (form instanceof Response) return form;
  if (!asker.offices.some((office) => office.id === form.officeId)) return missing();
  const response = answer({ officeId: form.officeId });
  response.headers.append("Set-Cookie", setCookie(OFFICE_COOKIE, form.officeId, YEAR_S));
  return response;
});
