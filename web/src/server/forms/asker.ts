import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { access, Refused, type Asker } from "../access/access";
import type { Need } from "../access/roles";

/** Who looks at a page; those who have not signed in, or may not see it, are sent where they can go on. */
export async function asker(need: Need = "see"): Promise<Asker> {
  try {
    return await access(await headers(), need, false);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    redirect(error.status === 401 ? "/sign-in" : "/not-for-you");
  }
}
