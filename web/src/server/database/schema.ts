import { sql } from "drizzle-orm";
import {
  bigserial,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  timestamp,
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import type { OfficeStandard } from "@hemstitch/core/standard";
import type { EffectRow, FindingRow, MendRow, PlacementRow } from "./rows";

const bytea = customType<{ data: Uint8Array; driverData: Buffer }>({
  dataType: () => "bytea",
  toDriver: (value) => Buffer.from(value.buffer, value.byteOffset, value.byteLength),
  fromDriver: (value) => new Uint8Array(value.buffer, value.byteOffset, value.byteLength),
});

const id = () =>
  uuid("id")
    .primaryKey()
    .default(sql`gen_random_uuid()`);
const at = (name: string) => timestamp(name, { withTimezone: true });
const made = () => at("made_at").notNull().defaultNow();
/** Counts the changes of a row; whoever saves must name the one they saw. */
const version = () => integer("version").notNull().default(1);

export const JOB_STATES = ["waiting", "working", "done", "failed", "cancelled"] as const;
export type JobState = (typeof JOB_STATES)[number];

export const offices = pgTable("offices", { id: id(), name: text("name").notNull(), madeAt: made() });

/** People. Sign-in, sessions and passwords are kept by better-auth in the four tables from here on. */
export const users = pgTable("users", {
  id: id(),
  name: text("name").notNull(),
  email: text("email").notNull().unique(),
  emailVerified: boolean("email_verified").notNull().default(false),
  image: text("image"),
  createdAt: made(),
  updatedAt: at("updated_at").notNull().defaultNow(),
});
const userId = (name = "user_id") =>
  uuid(name)
    .notNull()
    .references(() => users.id, { onDelete: "cascade" });

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
    officeId: uuid("office_id")
      .notNull()
      .references(() => offices.id),
    userId: userId(),
    role: text("role").$type<Role>().notNull(),
    madeAt: made(),
  },
  (table) => [unique("members_once").on(table.officeId, table.userId)],
);

/** An invitation by link; the link's secret is kept hashed and works once. */
export const invitations = pgTable("invitations", {
  id: id(),
  officeId: uuid("office_id")
    .notNull()
    .references(() => offices.id),
  email: text("email").notNull(),
  role: text("role").$type<Role>().notNull(),
  tokenHash: text("token_hash").notNull().unique(),
  invitedBy: text("invited_by").notNull(),
  expiresAt: at("expires_at").notNull(),
  usedAt: at("used_at"),
  madeAt: made(),
});

/** Personal tokens for the command line, shown once and kept hashed. */
export const accessTokens = pgTable("access_tokens", {
  id: id(),
  officeId: uuid("office_id")
    .notNull()
    .references(() => offices.id),
  userId: userId(),
  name: text("name").notNull(),
  tokenHash: text("token_hash").notNull().unique(),
  lastUsedAt: at("last_used_at"),
  expiresAt: at("expires_at").notNull(),
  madeAt: made(),
});

/** Failed sign-ins, by account and by address; old ones are swept away. */
export const signInAttempts = pgTable(
  "sign_in_attempts",
  {
    id: bigserial("id", { mode: "number" }).primaryKey(),
    key: text("key").notNull(),
    at: at("at").notNull().defaultNow(),
  },
  (table) => [index("sign_in_attempts_key").on(table.key, table.at)],
);

/** The office's standard as it is being worked on. */
export const standards = pgTable("standards", {
  id: id(),
  officeId: uuid("office_id")
    .notNull()
    .unique()
    .references(() => offices.id),
  content: jsonb("content").$type<OfficeStandard>().notNull(),
  version: version(),
  changedAt: at("changed_at").notNull().defaultNow(),
});

/** Published editions. A trigger refuses changes. */
export const editions = pgTable(
  "editions",
  {
    id: id(),
    officeId: uuid("office_id")
      .notNull()
      .references(() => offices.id),
    number: integer("number").notNull(),
    content: jsonb("content").$type<OfficeStandard>().notNull(),
    /** SHA-256 of the canonical JSON, lower-case hexadecimal. */
    digest: text("digest").notNull(),
    summary: text("summary").notNull(),
    publishedBy: text("published_by").notNull(),
    publishedAt: at("published_at").notNull().defaultNow(),
  },
  (table) => [unique("editions_number").on(table.officeId, table.number)],
);

/** What the draft would do to the plan sets in work: a job, and what it found. */
export const effects = pgTable("effects", {
  id: id(),
  officeId: uuid("office_id")
    .notNull()
    .references(() => offices.id),
  draftVersion: integer("draft_version").notNull(),
  edition: integer("edition").notNull(),
  state: text("state").$type<JobState>().notNull().default("waiting"),
  progress: real("progress").notNull().default(0),
  aliveAt: at("alive_at"),
  problem: text("problem"),
  result: jsonb("result").$type<EffectRow>(),
  madeAt: made(),
});

/** How somebody's columns were mapped last time, by the titles of the columns. */
export const importMappings = pgTable(
  "import_mappings",
  {
    officeId: uuid("office_id")
      .notNull()
      .references(() => offices.id),
    list: text("list").notNull(),
    columns: text("columns").notNull(),
    mapping: jsonb("mapping").$type<(string | null)[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.officeId, table.list, table.columns] })],
);

export const REQUEST_STATES = ["open", "accepted", "amended", "declined"] as const;
export type RequestState = (typeof REQUEST_STATES)[number];

/** Somebody's wish for a change of the standard. */
export const requests = pgTable(
  "requests",
  {
    id: id(),
    officeId: uuid("office_id")
      .notNull()
      .references(() => offices.id),
    askedBy: uuid("asked_by")
      .notNull()
      .references(() => users.id),
    list: text("list").notNull(),
    /** Entry that is to change; empty for a new one. */
    entryKey: text("entry_key").notNull().default(""),
    /** The entry as the asker would have it. */
    sample: jsonb("sample").$type<Record<string, unknown>>().notNull(),
    /** The entry as it stood when it was asked for; nothing for a new one. */
    was: jsonb("was").$type<Record<string, unknown>>(),
    reason: text("reason").notNull(),
    /** Finding that it came from, in words. */
    finding: text("finding"),
    state: text("state").$type<RequestState>().notNull().default("open"),
    answer: text("answer").notNull().default(""),
    decidedBy: text("decided_by"),
    decidedAt: at("decided_at"),
    /** The asker has seen the decision. */
    seen: boolean("seen").notNull().default(false),
    madeAt: made(),
  },
  (table) => [index("requests_office").on(table.officeId, table.state)],
);

/** Files as received, addressed by their SHA-256. A trigger refuses changes. */
export const files = pgTable("files", {
  sha256: text("sha256").primaryKey(),
  bytes: bytea("bytes").notNull(),
  size: integer("size").notNull(),
  receivedAt: at("received_at").notNull().defaultNow(),
});

export const planSets = pgTable("plan_sets", {
  id: id(),
  officeId: uuid("office_id")
    .notNull()
    .references(() => offices.id),
  name: text("name").notNull(),
  units: text("units").$type<"metric" | "feet-inches">().notNull(),
  /** Number of the edition that it follows; the one in force where not said. */
  edition: integer("edition"),
  /** The facts that fill title blocks, by field. */
  particulars: jsonb("particulars").$type<Record<string, string>>().notNull().default({}),
  version: version(),
  madeAt: made(),
});

/** Readers see the plan sets that are shared with them, and nothing else. */
export const planSetReaders = pgTable(
  "plan_set_readers",
  {
    planSetId: uuid("plan_set_id")
      .notNull()
      .references(() => planSets.id, { onDelete: "cascade" }),
    userId: userId(),
  },
  (table) => [primaryKey({ columns: [table.planSetId, table.userId] })],
);

export const sourceDrawings = pgTable(
  "source_drawings",
  {
    id: id(),
    planSetId: uuid("plan_set_id")
      .notNull()
      .references(() => planSets.id, { onDelete: "cascade" }),
    title: text("title").notNull(),
    fileName: text("file_name").notNull(),
    sha256: text("sha256")
      .notNull()
      .references(() => files.sha256),
    /** As written: `1:50`. */
    drawnAt: text("drawn_at").notNull(),
    madeAt: made(),
  },
  (table) => [index("source_drawings_plan_set").on(table.planSetId)],
);

export const sheets = pgTable(
  "sheets",
  {
    id: id(),
    planSetId: uuid("plan_set_id")
      .notNull()
      .references(() => planSets.id, { onDelete: "cascade" }),
    number: text("number").notNull(),
    title: text("title").notNull(),
    frame: text("frame").notNull(),
    revision: text("revision").notNull().default(""),
    placement: jsonb("placement").$type<PlacementRow>(),
    position: integer("position").notNull().default(0),
    version: version(),
    madeAt: made(),
  },
  (table) => [index("sheets_plan_set").on(table.planSetId)],
);

/** A batch of files looked at together. */
export const inspections = pgTable(
  "inspections",
  {
    id: id(),
    officeId: uuid("office_id")
      .notNull()
      .references(() => offices.id),
    planSetId: uuid("plan_set_id").references(() => planSets.id, { onDelete: "set null" }),
    name: text("name").notNull(),
    madeAt: made(),
  },
  (table) => [index("inspections_office").on(table.officeId, table.madeAt)],
);

/** One file of an inspection: its job, and what was found. */
export const inspectedFiles = pgTable(
  "inspected_files",
  {
    id: id(),
    inspectionId: uuid("inspection_id")
      .notNull()
      .references(() => inspections.id, { onDelete: "cascade" }),
    name: text("name").notNull(),
    sha256: text("sha256")
      .notNull()
      .references(() => files.sha256),
    state: text("state").$type<JobState>().notNull().default("waiting"),
    /** 0–1. */
    progress: real("progress").notNull().default(0),
    /** A working job says so every few seconds; one that falls silent is taken up again. */
    aliveAt: at("alive_at"),
    problem: text("problem"),
    remedy: text("remedy"),
    pages: integer("pages"),
    layers: jsonb("layers").$type<string[]>(),
    statedScale: text("stated_scale"),
    standardName: text("standard_name"),
    findings: jsonb("findings").$type<FindingRow[]>(),
    notJudged: jsonb("not_judged").$type<{ rule: string; reason: string }[]>(),
    /** Findings of the three severities. */
    stops: integer("stops").notNull().default(0),
    mends: integer("mends").notNull().default(0),
    notes: integer("notes").notNull().default(0),
    /** The neutral drawing without its sources, packed. */
    drawing: bytea("drawing"),
    mendState: text("mend_state").$type<JobState>(),
    mendProblem: text("mend_problem"),
    mendedSha256: text("mended_sha256").references(() => files.sha256),
    mendedDrawing: bytea("mended_drawing"),
    mended: jsonb("mended").$type<MendRow[]>(),
    left: jsonb("left_findings").$type<FindingRow[]>(),
    finishedAt: at("finished_at"),
    madeAt: made(),
  },
  (table) => [
    index("inspected_files_inspection").on(table.inspectionId),
    index("inspected_files_state").on(table.state),
  ],
);

/** Who changed what, when, from what to what. Rows are only ever added; a trigger refuses the rest. */
export const changeLog = pgTable(
  "change_log",
  {
    id: bigserial("id", { mode: "number" }).primaryKey(),
    officeId: uuid("office_id")
      .notNull()
      .references(() => offices.id),
    at: at("at").notNull().defaultNow(),
    who: text("who").notNull(),
    what: text("what").notNull(),
    /** Entry that was changed, where one was. */
    entry: text("entry"),
    before: jsonb("before"),
    after: jsonb("after"),
  },
  (table) => [index("change_log_office").on(table.officeId, table.at)],
);
