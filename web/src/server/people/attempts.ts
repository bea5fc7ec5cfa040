import { createHmac } from "node:crypto";
import { and, asc, eq, gt, gte, inArray, lt, sql } from "drizzle-orm";
import { database, type Database, type Transaction } from "../database/client";
import { knownPlaces, signInAttempts, signInWaits, users } from "../database/schema";
import { complain } from "../base/answer";
import { TooManySignIns } from "./hashing";
import { secret } from "./secret";
import { hashOf } from "./secrets";

/** Failures count for so long. */
const WINDOW = sql`now() - interval '15 minutes'`;
const WINDOW_MS = 15 * 60_000;
/**
 * Failures that are let through without a pause. Beyond, each try waits twice as long as the one before, up to a
 * minute: some 90 tries an hour for one account from everywhere together (OWASP ASVS 4.0.3, 2.2.1 asks for at most
 * 100), and never a lock that only time opens.
 */
const FREE = { account: 8, address: 40, place: 8 } as const;
const FIRST_PAUSE_S = 4;
const LONGEST_PAUSE_S = 60;
/** An address that has not asked again for so long does not wait any more: longer than the longest pause. */
const STILL_WAITING = sql`now() - interval '90 seconds'`;
/** Places of the line that are told; who stands farther back is told the same. */
const LONGEST_LINE = 60;

type Kind = keyof typeof FREE | "turn";

/** Somebody who tries: as whom, from where, and by which secret of their browser. */
export interface Attempt {
  readonly email: string;
  readonly address: string;
  /** What the cookie of a known browser holds, where there is one. */
  readonly place?: string | undefined;
}

/** What is answered to who has to wait. */
function waitAnswer(seconds: number): Response {
  const response = complain(429, {
    message: "Too many sign-ins have failed.",
    remedy: `Wait ${seconds} ${seconds === 1 ? "second" : "seconds"}, then try again.`,
  });
  response.headers.set("Retry-After", String(seconds));
  return response;
}

/** A try that was let through is counted as failed, by these rows, until it is forgiven. */
type Reservation =
  { readonly let: "through"; readonly ids: readonly number[] } | { readonly let: "wait"; readonly seconds: number };

/** Keys are no addresses: who reads the table learns nothing of who tried. */
const keyed = (kind: Kind, ...parts: readonly string[]): string =>
  `${kind} ${createHmac("sha256", secret()).update(parts.join("\n")).digest("base64url")}`;

/** What is done with one key is done one after the other, until the transaction ends. */
const oneByOne = (on: Transaction, key: string): Promise<unknown> =>
  on.execute(sql`select pg_advisory_xact_lock(hashtextextended(${key}, 0))`);

/**
 * Lets a try through or says how long it has to wait, before its password is looked at. Tries of one account are
 * looked at one after the other, so that many at once are counted as many. From a browser that the person has signed
 * in from before, only what failed there counts: others can't keep them out. From elsewhere tries of an account that
 * are slowed down go by turns: see `turnOf`.
 */
const reserve = (attempt: Attempt): Promise<Reservation> =>
  database().transaction(async (on): Promise<Reservation> => {
    const account = keyed("account", attempt.email);
    await oneByOne(on, account);
    const known = await isKnownPlace(on, attempt);
    const keys: [keyof typeof FREE, string][] = known
      ? [["place", keyed("place", attempt.email, attempt.place ?? "")]]
      : [
          ["account", account],
          ["address", keyed("address", attempt.address)],
        ];
    const pauses = await Promise.all(keys.map(([kind, key]) => pauseOf(on, kind, key)));
    const pause = pauses.reduce((longest, each) => (each.seconds > longest.seconds ? each : longest));
    const turn = keyed("turn", attempt.email, attempt.address);
    const isSlowed = !known && (pauses[0]?.isSlowed ?? false);
    const before = isSlowed ? await turnOf(on, account, turn) : 0;
    const seconds = pause.seconds + before * LONGEST_PAUSE_S;
    if (seconds > 0) return { let: "wait", seconds };
    if (isSlowed)
      await on.delete(signInWaits).where(and(eq(signInWaits.account, account), eq(signInWaits.address, turn)));
    const made = await on
      .insert(signInAttempts)
      .values([...keys.map(([, key]) => ({ key })), ...(known ? [] : [{ key: turn }])])
      .returning({ id: signInAttempts.id });
    return { let: "through", ids: made.map(({ id }) => id) };
  });

/**
 * How many addresses are let through before one that asks for a try of an account now. Who has tried least goes first,
 * then who has waited longest: somebody who asks ten times a second has no more turns than somebody who asks once a
 * minute, and the first try of another address comes before their next. An address that falls silent leaves the line.
 */
async function turnOf(on: Transaction, account: string, address: string): Promise<number> {
  await on
    .insert(signInWaits)
    .values({ account, address })
    .onConflictDoUpdate({
      target: [signInWaits.account, signInWaits.address],
      set: {
        lastAt: sql`now()`,
        since: sql`case when ${signInWaits.lastAt} < ${STILL_WAITING} then now() else ${signInWaits.since} end`,
      },
    });
  const tries = sql`(select count(*) from ${signInAttempts} where ${signInAttempts.key} = ${signInWaits.address} and ${signInAttempts.at} > ${WINDOW})`;
  const line = await on
    .select({ address: signInWaits.address })
    .from(signInWaits)
    .where(and(eq(signInWaits.account, account), gte(signInWaits.lastAt, STILL_WAITING)))
    .orderBy(tries, asc(signInWaits.since))
    .limit(LONGEST_LINE);
  const at = line.findIndex((each) => each.address === address);
  return at < 0 ? LONGEST_LINE : at;
}

/** Seconds until the next try of a key. */
async function pauseOf(
  on: Transaction,
  kind: keyof typeof FREE,
  key: string,
): Promise<{ readonly seconds: number; readonly isSlowed: boolean }> {
  const [row] = await on
    .select({
      failures: sql<number>`count(*)::int`,
      ago: sql<number>`coalesce(extract(epoch from now() - max(${signInAttempts.at})), 0)::float`,
    })
    .from(signInAttempts)
    .where(and(eq(signInAttempts.key, key), gt(signInAttempts.at, WINDOW)));
  const over = (row?.failures ?? 0) - FREE[kind];
  if (over < 0) return { seconds: 0, isSlowed: false };
  const pause = Math.min(LONGEST_PAUSE_S, FIRST_PAUSE_S * 2 ** Math.min(over, 10));
  return { seconds: Math.max(0, Math.ceil(pause - (row?.ago ?? 0))), isSlowed: true };
}

async function isKnownPlace(on: Transaction, { email, place }: Attempt): Promise<boolean> {
  if (place === undefined) return false;
  const [row] = await on
    .select({ userId: knownPlaces.userId })
    .from(knownPlaces)
    .innerJoin(users, eq(users.id, knownPlaces.userId))
    .where(and(eq(users.email, email), eq(knownPlaces.placeHash, hashOf(place))));
  return row !== undefined;
}

/**
 * A good sign-in is no failure, and forgives its account or place what failed before; an address is forgiven nothing
 * but this try. Gives how many sign-ins with the account have failed since the last good one.
 */
const forgive = (attempt: Attempt, ids: readonly number[]): Promise<number> =>
  database().transaction(async (on) => {
    // Two good sign-ins at once would each wait for the rows that the other takes away.
    await oneByOne(on, keyed("account", attempt.email));
    await on.delete(signInAttempts).where(inArray(signInAttempts.id, [...ids]));
    const forgiven = await on
      .delete(signInAttempts)
      .where(
        inArray(signInAttempts.key, [
          keyed("account", attempt.email),
          keyed("place", attempt.email, attempt.place ?? ""),
        ]),
      )
      .returning({ id: signInAttempts.id });
    await on
      .update(users)
      .set({ signedInAt: sql`now()` })
      .where(eq(users.email, attempt.email));
    return forgiven.length;
  });

/** A password was right: what was answered, and how many sign-ins with the account failed before. */
export interface Right {
  readonly response: Response;
  readonly failedBefore: number;
}

/**
 * Has a password looked at, counted as one try: `look` asks whether it is right. Gives the answer for who has to wait
 * or come back, “wrong” for a wrong password, or what follows from a right one.
 */
export async function tryPassword(
  attempt: Attempt,
  look: () => Promise<Response>,
): Promise<
  ({ readonly is: "right" } & Right) | { readonly is: "wrong" } | { readonly is: "refused"; readonly answer: Response }
> {
  const reservation = await reserve(attempt);
  if (reservation.let === "wait") return { is: "refused", answer: waitAnswer(reservation.seconds) };
  const response = await look().catch((error: unknown) => busyOr(error));
  if (response.status >= 500) {
    // It came to nothing by no fault of who tried.
    await database()
      .delete(signInAttempts)
      .where(inArray(signInAttempts.id, [...reservation.ids]));
    throw new TooManySignIns();
  }
  if (!response.ok) return { is: "wrong" };
  return { is: "right", response, failedBefore: await forgive(attempt, reservation.ids) };
}

/** The library answers 500 where hashing was refused, or throws it on. */
function busyOr(error: unknown): Response {
  if (error instanceof TooManySignIns) return new Response(null, { status: 503 });
  throw error;
}

/** Forgives an account what failed: its owner has come in by a link. */
export const forgiveAccount = async (email: string): Promise<void> =>
  void (await database()
    .delete(signInAttempts)
    .where(eq(signInAttempts.key, keyed("account", email))));

/** What has not counted for long is swept away. */
export async function sweepAttempts(from: Database): Promise<void> {
  const before = new Date(Date.now() - 100 * WINDOW_MS);
  await from.delete(signInAttempts).where(lt(signInAttempts.at, before));
  await from.delete(signInWaits).where(lt(signInWaits.lastAt, before));
}
