import { and, count, eq, gt, inArray, lt, sql } from "drizzle-orm";
import { database } from "../database/client";
import { signInAttempts } from "../database/schema";

/** Failed sign-ins that are let through in the window, for one account and from one address. */
const MOST_FOR_ACCOUNT = 8;
const MOST_FROM_ADDRESS = 40;
const WINDOW = sql`now() - interval '15 minutes'`;

export interface Attempt {
  readonly email: string;
  readonly address: string;
}

const accountKey = ({ email }: Attempt): string => `account ${email}`;
const addressKey = ({ address }: Attempt): string => `address ${address}`;

async function failures(key: string): Promise<number> {
  const [row] = await database()
    .select({ n: count() })
    .from(signInAttempts)
    .where(and(eq(signInAttempts.key, key), gt(signInAttempts.at, WINDOW)));
  return row?.n ?? 0;
}

/** Whether so many sign-ins have failed that no more are tried for a while. */
export async function isLimited(attempt: Attempt): Promise<boolean> {
  const [account, address] = await Promise.all([failures(accountKey(attempt)), failures(addressKey(attempt))]);
  return account >= MOST_FOR_ACCOUNT || address >= MOST_FROM_ADDRESS;
}

export async function noteFailure(attempt: Attempt): Promise<void> {
  await database()
    .insert(signInAttempts)
    .values([{ key: accountKey(attempt) }, { key: addressKey(attempt) }]);
  await database()
    .delete(signInAttempts)
    .where(lt(signInAttempts.at, sql`now() - interval '1 day'`));
}

/** A good sign-in forgives the account its failures, not the address. */
export const noteSuccess = async (attempt: Attempt): Promise<void> =>
  void (await database()
    .delete(signInAttempts)
    .where(inArray(signInAttempts.key, [accountKey(attempt)])));
