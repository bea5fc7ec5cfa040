import { and, desc, eq, inArray, lt, sql } from "drizzle-orm";
import { database, type Database } from "../database/client";
import { knownPlaces, users } from "../database/schema";
import { cookieOf, setCookie } from "./cookies";
import { hashOf, newSecret } from "./secrets";

const COOKIE = "known";
/** A browser is known for half a year after it was last signed in from; a person has a few. */
const KNOWN_S = 182 * 24 * 60 * 60;
const MOST_PLACES = 10;

/** The secret by which a browser is known, where it has one. */
export const placeOf = (headers: Headers): string | undefined => {
  const value = cookieOf(headers.get("cookie"), COOKIE);
  return value !== undefined && /^hsp_[\w-]{20,100}$/.test(value) ? value : undefined;
};

/** Remembers the browser that somebody has signed in from; gives the cookie that it is known by. */
export async function rememberPlace(email: string, place: string | undefined): Promise<string> {
  const known = place ?? newSecret("hsp");
  const [user] = await database().select({ id: users.id }).from(users).where(eq(users.email, email));
  if (user) {
    await database()
      .insert(knownPlaces)
      .values({ userId: user.id, placeHash: hashOf(known) })
      .onConflictDoUpdate({ target: [knownPlaces.userId, knownPlaces.placeHash], set: { lastAt: sql`now()` } });
    const rest = await database()
      .select({ placeHash: knownPlaces.placeHash })
      .from(knownPlaces)
      .where(eq(knownPlaces.userId, user.id))
      .orderBy(desc(knownPlaces.lastAt))
      .offset(MOST_PLACES);
    if (rest.length > 0)
      await database()
        .delete(knownPlaces)
        .where(
          and(
            eq(knownPlaces.userId, user.id),
            inArray(
              knownPlaces.placeHash,
              rest.map(({ placeHash }) => placeHash),
            ),
          ),
        );
  }
  return setCookie(COOKIE, known, KNOWN_S);
}

/** Browsers that have not been signed in from for long are not known any more. */
export const sweepPlaces = async (from: Database): Promise<void> =>
  void (await from.delete(knownPlaces).where(lt(knownPlaces.lastAt, new Date(Date.now() - KNOWN_S * 1000))));
