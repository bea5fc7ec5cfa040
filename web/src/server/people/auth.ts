import { publicAddress } from "./address";
import { secret } from "./secret";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { database } from "../database/client";
import { cookieName, isSecure } from "./cookies";
import { hashPassword, verifyPassword } from "./hashing";
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from "./password-length";
import { accounts, sessions, users, verifications } from "../database/schema";

/**
 * A session ends after half an hour without use, and after twelve hours in any case (OWASP ASVS 4.0.3, 3.3.2 for
 * level 2). Seconds; how often its use is noted stands below.
 */
const IDLE_S = 30 * 60;
const NOTED_S = 60;
export const LONGEST_SESSION_MS = 12 * 60 * 60 * 1000;

function make() {
  const address = publicAddress();
  return betterAuth({
    database: drizzleAdapter(database(), {
      provider: "pg",
      schema: { user: users, session: sessions, account: accounts, verification: verifications },
    }),
    secret: secret(),
    baseURL: address ?? "http://127.0.0.1",
    // Our own handlers look at the origin of every change before anything gets here.
    trustedOrigins: ["http://127.0.0.1", ...(address ? [address] : [])],
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: SHORTEST_PASSWORD,
      maxPasswordLength: LONGEST_PASSWORD,
      password: { hash: hashPassword, verify: verifyPassword },
    },
    session: { expiresIn: IDLE_S, updateAge: NOTED_S },
    // Attempts are limited by our own handler, across all web processes.
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    // Who got a password wrong is counted, not written to a log.
    logger: { level: "error" },
    advanced: {
      // The names are ours, with what browsers ask of a secure cookie in front.
      useSecureCookies: false,
      cookies: { session_token: { name: cookieName("session_token") } },
      defaultCookieAttributes: { secure: isSecure() },
      database: { generateId: () => crypto.randomUUID() },
    },
  });
}

const kept = globalThis as { hemstitchAuth?: ReturnType<typeof make> };

/** Sign-in, sessions and passwords, by better-auth. */
export function auth(): ReturnType<typeof make> {
  kept.hemstitchAuth ??= make();
  return kept.hemstitchAuth;
}
