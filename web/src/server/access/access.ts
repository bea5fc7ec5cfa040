import { and, asc, eq, gt, sql } from "drizzle-orm";
import type { RequestHeaders } from "../base/request-headers";
import { database } from "../database/client";
import { accessTokens, members, offices, planSetReaders, users, type Role } from "../database/schema";
import { publicAddress } from "../people/address";
import { auth, LONGEST_SESSION_MS } from "../people/auth";
import { cookieOf } from "../people/cookies";
import { hashOf } from "../people/secrets";
import { lesserRole, may, type Need } from "./roles";

/** Who asks, as what, and for which office. */
export interface Asker {
  readonly userId: string;
  readonly who: string;
  readonly email: string;
  readonly role: Role;
  readonly officeId: string;
  readonly officeName: string;
  /** Offices that they may switch to. */
  readonly offices: readonly { readonly id: string; readonly name: string }[];
  /** Plan sets that they see; null for all of the office. */
  readonly planSets: readonly string[] | null;
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
export const OFFICE_COOKIE = "office";

/**
 * Hemstitch answers by its public address, and on the machine itself. Another name for it is refused. Gives the origin
 * of its own pages there: by https where that is how people come.
 */
export function checkHost(headers: RequestHeaders): string {
  const host = headers.get("host") ?? "";
  const address = publicAddress();
  if (address !== undefined && host === new URL(address).host) return new URL(address).origin;
  if (!LOOPBACK.test(host)) throw new Refused(403, "Hemstitch is not known by this address.");
  return `http://${host}`;
}

/** Changes come from Hemstitch's own pages, never from a form of another site that is open in the same browser. */
export function refuseOtherSites(headers: RequestHeaders, own: string): void {
  const origin = headers.get("origin");
  const site = headers.get("sec-fetch-site");
  const elsewhere = (site !== null && site !== "same-origin" && site !== "none") || (origin !== null && origin !== own);
  if (elsewhere) throw new Refused(403, "Changes are taken from Hemstitch's own pages only.");
}

/**
 * Who asks, by their session or their personal token, and whether they may. Every handler and every
 * page asks this first.
 */
export async function access(headers: RequestHeaders, need: Need, changes: boolean): Promise<Asker> {
  const own = checkHost(headers);
  const bearer = /^Bearer (hst_[\w-]+)$/.exec(headers.get("authorization") ?? "")?.[1];
  if (changes && bearer === undefined) refuseOtherSites(headers, own);
  // What can end or outlive a token is not for tokens: neither passwords and sessions, nor letting others in.
  if (bearer !== undefined && need === "account")
    throw new Refused(403, "A token can't change an account. Sign in for that.");
  if (bearer !== undefined && need === "people")
    throw new Refused(403, "A token can't say who belongs to an office. Sign in for that.");
  const asker = bearer === undefined ? await bySession(headers) : await byToken(bearer);
  if (!may(asker.role, need))
    throw new Refused(403, `This is for others: your part in ${asker.officeName} is ${ROLE_WORDS[asker.role]}.`);
  return asker;
}

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  coordinator: "coordinator",
  drafter: "drafter",
  "project-lead": "project lead",
  reader: "reader",
};

async function bySession(headers: RequestHeaders): Promise<Asker> {
  const cookie = headers.get("cookie") ?? "";
  const session = await auth().api.getSession({ headers: new Headers({ cookie }) });
  if (!session || Date.now() - new Date(session.session.createdAt).getTime() > LONGEST_SESSION_MS)
    throw new Refused(
      401,
      "You are not signed in, or were signed out after half an hour without use. Sign in in another tab; what you have typed here stays.",
    );
  return askerOf(session.user.id, cookieOf(cookie, OFFICE_COOKIE));
}

async function byToken(token: string): Promise<Asker> {
  const [row] = await database()
    .update(accessTokens)
    .set({ lastUsedAt: sql`now()` })
    .where(and(eq(accessTokens.tokenHash, hashOf(token)), gt(accessTokens.expiresAt, sql`now()`)))
    .returning({ userId: accessTokens.userId, officeId: accessTokens.officeId, role: accessTokens.role });
  if (!row) throw new Refused(401, "This token is not known, or it has run out.");
  const asker = await askerOf(row.userId, row.officeId);
  // A token is for one office and goes with the membership.
  if (asker.officeId !== row.officeId) throw new Refused(401, "This token is not known, or it has run out.");
  return { ...asker, role: lesserRole(asker.role, row.role) };
}

/** A person in one of their offices: the chosen one where they belong to it, else the first. */
async function askerOf(userId: string, chosen: string | undefined): Promise<Asker> {
  const rows = await database()
    .select({ officeId: offices.id, officeName: offices.name, role: members.role, who: users.name, email: users.email })
    .from(members)
    .innerJoin(offices, eq(offices.id, members.officeId))
    .innerJoin(users, eq(users.id, members.userId))
    .where(eq(members.userId, userId))
    .orderBy(asc(members.madeAt));
  const row = rows.find((each) => each.officeId === chosen) ?? rows[0];
  if (!row) throw new Refused(403, "You do not belong to an office any more. Ask its coordinator for an invitation.");
  const planSets =
    row.role === "reader"
      ? (
          await database()
            .select({ id: planSetReaders.planSetId })
            .from(planSetReaders)
            .where(eq(planSetReaders.userId, userId))
        ).map((each) => each.id)
      : null;
  return { userId, ...row, offices: rows.map((each) => ({ id: each.officeId, name: each.officeName })), planSets };
}
