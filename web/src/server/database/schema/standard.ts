import { boolean, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from "drizzle-orm/pg-core";
import type { OfficeStandard } from "@hemstitch/core/standard";
import type { EffectRow } from "../rows";
import { at, id, made, version } from "./columns";
import { jobId } from "./jobs";
import { officeId, offices, users } from "./people";

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
    officeId: officeId(),
    number: integer("number").notNull(),
    content: jsonb("content").$type<OfficeStandard>().notNull(),
    /** The standard as it was sealed: its canonical JSON as it was written then, which nothing writes anew. */
    written: text("written").notNull(),
    /** SHA-256 of `written` in UTF-8, lower-case hexadecimal. */
    digest: text("digest").notNull(),
    summary: text("summary").notNull(),
    publishedBy: text("published_by").notNull(),
    publishedAt: at("published_at").notNull().defaultNow(),
  },
  (table) => [unique("editions_number").on(table.officeId, table.number)],
);

/** What the draft would do to the plan sets in work: the job that works it out, and what it found. */
export const effects = pgTable("effects", {
  id: id(),
  officeId: officeId(),
  draftVersion: integer("draft_version").notNull(),
  edition: integer("edition").notNull(),
  jobId: jobId().notNull(),
  result: jsonb("result").$type<EffectRow>(),
  madeAt: made(),
});

/** How somebody's columns were mapped last time, by the titles of the columns. */
export const importMappings = pgTable(
  "import_mappings",
  {
    officeId: officeId(),
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
    officeId: officeId(),
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
