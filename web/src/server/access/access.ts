import { asc } from "drizzle-orm";
import { database } from "../database/client";
import { offices } from "../database/schema";

/** Who asks, and for which office. */
export interface Asker {
  readonly officeId: string;
  readonly officeName: string;
  readonly who: string;
}

/** A request that may not be answered; `status` says why. */
export class Refused extends Error {
  constructor(
    readonly status: 401 | 403 | 404,
    message: string,
  ) {
    super(message);
  }
}

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** Headers that a request brings, from a handler or a page. */
interface Headers {
  get(name: string): string | null;
}

/**
 * Until there is sign-in, whoever works on this machine is the coordinator of the one office. The
 * server listens on loopback only; a page of another site that is open in the same browser must
 * not reach it either, by its own name for this address or by a form.
 */
export async function access(headers: Headers, changes: boolean): Promise<Asker> {
  const host = headers.get("host") ?? "";
  if (!LOOPBACK.test(host)) throw new Refused(403, "Hemstitch answers on this machine only.");
  if (changes) refuseOtherSites(headers, host);
  const [office] = await database().select().from(offices).orderBy(asc(offices.madeAt)).limit(1);
  if (!office) throw new Refused(404, "There is no office yet. Run the demo to load one.");
  return { officeId: office.id, officeName: office.name, who: "coordinator" };
}

function refuseOtherSites(headers: Headers, host: string): void {
  const origin = headers.get("origin");
  const site = headers.get("sec-fetch-site");
  if (site !== null && site !== "same-origin" && site !== "none")
    throw new Refused(403, "Changes are taken from Hemstitch's own pages only.");
  if (origin !== null && origin.replace(/^https?:\/\//, "") !== host)
    throw new Refused(403, "Changes are taken from Hemstitch's own pages only.");
}
