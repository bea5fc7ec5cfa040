import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { database } from "../database/client";
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from "./password-length";
import { accounts, sessions, users, verifications } from "../database/schema";

const DAY = 24 * 60 * 60;

function secret(): string {
  const said = process.env["HEMSTITCH_SECRET"];
  if (!said || said.length < 32)
    throw new Error(
      "HEMSTITCH_SECRET is not set. Give it at least 32 random characters, for example from `openssl rand -hex 32`.",
    );
  return said;
}

/** Where people reach Hemstitch, as they type it; loopback where nothing is said. */
export const publicAddress = (): string | undefined => process.env["HEMSTITCH_ADDRESS"]?.replace(/\/$/, "");

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
    },
    session: { expiresIn: 14 * DAY, updateAge: DAY },
    // Attempts are limited by our own handler, across all web processes.
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    advanced: {
      cookiePrefix: "hemstitch",
      useSecureCookies: address?.startsWith("https://") ?? false,
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
