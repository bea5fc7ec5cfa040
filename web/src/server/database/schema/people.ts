import { bigserial, boolean, index, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import { at, id, made } from "./columns";

export const offices = pgTable("offices", { id: id(), name: text("name").notNull(), madeAt: made() });

/** The office that a row belongs to; nobody of another sees it. */
export const officeId = () =>
  uuid("office_id")
    .notNull()
    .references(() => offices.id);

/** People. Sign-in, sessions and passwords are kept by better-auth in the four tables from here on. */
export const users = pgTable("users", {
  id: id(),
  name: text("name").notNull(),
  email: text("email").notNull().unique(),
  emailVerified: boolean("email_verified").notNull().default(false),
  image: text("image"),
  createdAt: made(),
  updatedAt: at("updated_at").notNull().defaultNow(),
  /** When they last signed in: what failed since then is told at the next time. */
  signedInAt: at("signed_in_at"),
});
export const userId = (name = "user_id") =>
  uuid(name)
    .notNull()
    .references(() => users.id, { onDelete: "cascade" });

/** When and by whom something was put into the bin; nothing for what is in use. It stays whole there, and can be put back. */
export const binned = () => ({
  takenAt: at("taken_at"),
  takenBy: uuid("taken_by").references(() => users.id, { onDelete: "set null" }),
});

export const sessions = pgTable("sessions", {
  id: id(),
  userId: userId(),
  token: text("token").notNull().unique(),
  expiresAt: at("expires_at").notNull(),
  ipAddress: text("ip_address"),
  userAgent: text("user_agent"),
  createdAt: made(),
  updatedAt: at("updated_at").notNull().defaultNow(),
});

export const accounts = pgTable("accounts", {
  id: id(),
  userId: userId(),
  accountId: text("account_id").notNull(),
  providerId: text("provider_id").notNull(),
  accessToken: text("access_token"),
  refreshToken: text("refresh_token"),
  idToken: text("id_token"),
  accessTokenExpiresAt: at("access_token_expires_at"),
  refreshTokenExpiresAt: at("refresh_token_expires_at"),
  scope: text("scope"),
  /** Hashed (scrypt). */
  password: text("password"),
  createdAt: made(),
  updatedAt: at("updated_at").notNull().defaultNow(),
});

export const verifications = pgTable("verifications", {
  id: id(),
  identifier: text("identifier").notNull(),
  value: text("value").notNull(),
  expiresAt: at("expires_at").notNull(),
  createdAt: made(),
  updatedAt: at("updated_at").notNull().defaultNow(),
});

export const ROLES = ["coordinator", "drafter", "project-lead", "reader"] as const;
export type Role = (typeof ROLES)[number];

/** Who belongs to an office, as what. */
export const members = pgTable(
  "members",
  {
    id: id(),
    officeId: officeId(),
    userId: userId(),
    role: text("role").$type<Role>().notNull(),
    madeAt: made(),
  },
  (table) => [unique("members_once").on(table.officeId, table.userId)],
);

/** An invitation by link; the link's secret is kept hashed and works once. */
export const invitations = pgTable("invitations", {
  id: id(),
  officeId: officeId(),
  email: text("email").notNull(),
  role: text("role").$type<Role>().notNull(),
  tokenHash: text("token_hash").notNull().unique(),
  invitedBy: text("invited_by").notNull(),
  expiresAt: at("expires_at").notNull(),
  usedAt: at("used_at"),
  madeAt: made(),
});

/** A link that lets somebody who has lost their password choose another; its secret is kept hashed and works once. */
export const passwordLinks = pgTable("password_links", {
  id: id(),
  userId: userId(),
  tokenHash: text("token_hash").notNull().unique(),
  /** Who made it. */
  madeBy: text("made_by").notNull(),
  expiresAt: at("expires_at").notNull(),
  usedAt: at("used_at"),
  madeAt: made(),
});

/** Personal tokens for the command line, shown once and kept hashed. */
export const accessTokens = pgTable("access_tokens", {
  id: id(),
  officeId: officeId(),
  userId: userId(),
  name: text("name").notNull(),
  tokenHash: text("token_hash").notNull().unique(),
  /** The most that it may do; never more than the person may. */
  role: text("role").$type<Role>().notNull(),
  lastUsedAt: at("last_used_at"),
  expiresAt: at("expires_at").notNull(),
  madeAt: made(),
});

/** Browsers that somebody has signed in from: a secret in a cookie of theirs, kept hashed. */
export const knownPlaces = pgTable(
  "known_places",
  {
    userId: userId(),
    placeHash: text("place_hash").notNull(),
    lastAt: at("last_at").notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.placeHash] })],
);

/**
 * Addresses that wait for a try of one account while its tries are slowed down, each as a keyed hash: who has tried
 * least is let through first, however often others ask.
 */
export const signInWaits = pgTable(
  "sign_in_waits",
  {
    account: text("account").notNull(),
    address: text("address").notNull(),
    since: at("since").notNull().defaultNow(),
    /** When it asked last; one that falls silent has lost its turn. */
    lastAt: at("last_at").notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.account, table.address] })],
);

/**
 * Sign-ins that are being tried or have failed, by account, address and known place, each as a keyed hash; one that
 * succeeds is taken out again, and old ones are swept away.
 */
export const signInAttempts = pgTable(
  "sign_in_attempts",
  {
    id: bigserial("id", { mode: "number" }).primaryKey(),
    key: text("key").notNull(),
    at: at("at").notNull().defaultNow(),
  },
  (table) => [index("sign_in_attempts_key").on(table.key, table.at)],
);
