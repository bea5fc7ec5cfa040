import { and, eq, gt, isNull, ne, sql } from "drizzle-orm";
import type { Database, Transaction } from "../database/client";
import { accessTokens, accounts, knownPlaces, members, passwordLinks, sessions, users } from "../database/schema";
import { record } from "../log/log";
import { hashPassword } from "./hashing";
import { hashOf, newSecret } from "./secrets";

/** How long a link for a new password works. */
export const LINK_HOURS = 24;

/** Somebody who has lost their password, and the offices that they belong to. */
interface Person {
  readonly userId: string;
  readonly name: string;
}

/**
 * Makes a link by which somebody chooses a new password; a link made before does not work any more. Noted in the log of
 * every office of theirs. Gives the secret, the only copy.
 */
export async function makePasswordLink(on: Transaction, { userId, name }: Person, by: string): Promise<string> {
  await on.delete(passwordLinks).where(and(eq(passwordLinks.userId, userId), isNull(passwordLinks.usedAt)));
  const secret = newSecret("hsr");
  await on.insert(passwordLinks).values({
    userId,
    tokenHash: hashOf(secret),
    madeBy: by,
    expiresAt: sql`now() + make_interval(hours => ${LINK_HOURS})`,
  });
  await recordEverywhere(on, userId, { who: by, what: "people.password-link", entry: name });
  return secret;
}

/** Whether somebody belongs to another office besides: then its people would be let in by a link, too. */
export async function belongsElsewhere(on: Transaction, userId: string, officeId: string): Promise<boolean> {
  const rows = await on
    .select({ id: members.id })
    .from(members)
    .where(and(eq(members.userId, userId), ne(members.officeId, officeId)))
    .limit(1);
  return rows.length > 0;
}

/** Whom a link's secret stands for, where it still works. */
export async function personOfLink(on: Database | Transaction, secret: string) {
  const [row] = await on
    .select({ linkId: passwordLinks.id, userId: users.id, name: users.name, email: users.email })
    .from(passwordLinks)
    .innerJoin(users, eq(users.id, passwordLinks.userId))
    .where(
      and(
        eq(passwordLinks.tokenHash, hashOf(secret)),
        isNull(passwordLinks.usedAt),
        gt(passwordLinks.expiresAt, sql`now()`),
      ),
    );
  return row;
}

/**
 * Sets somebody's password by a link, once, and ends all that gave access before: sessions, tokens and known browsers.
 * Undefined where the link does not work any more.
 */
export async function takePasswordLink(database: Database, secret: string, password: string) {
  if (!(await personOfLink(database, secret))) return undefined;
  const hashed = await hashPassword(password);
  return database.transaction(async (on) => {
    const person = await personOfLink(on, secret);
    const taken =
      person &&
      (await on
        .update(passwordLinks)
        .set({ usedAt: sql`now()` })
        .where(and(eq(passwordLinks.id, person.linkId), isNull(passwordLinks.usedAt)))
        .returning({ id: passwordLinks.id }));
    if (!person || taken?.length !== 1) return undefined;
    const { userId } = person;
    await on
      .update(accounts)
      .set({ password: hashed, updatedAt: sql`now()` })
      .where(and(eq(accounts.userId, userId), eq(accounts.providerId, "credential")));
    await on.delete(sessions).where(eq(sessions.userId, userId));
    await on.delete(accessTokens).where(eq(accessTokens.userId, userId));
    await on.delete(knownPlaces).where(eq(knownPlaces.userId, userId));
    await recordEverywhere(on, userId, { who: person.name, what: "people.password-reset", entry: person.name });
    return person;
  });
}

async function recordEverywhere(
  on: Transaction,
  userId: string,
  { who, what, entry }: { readonly who: string; readonly what: string; readonly entry: string },
): Promise<void> {
  const offices = await on.select({ officeId: members.officeId }).from(members).where(eq(members.userId, userId));
  for (const { officeId } of offices) await record({ officeId, who }, [{ what, entry }], on);
}
