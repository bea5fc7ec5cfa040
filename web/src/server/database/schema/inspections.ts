import { sql } from "drizzle-orm";
import { bigserial, index, integer, jsonb, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import type { Finding, KindOfPage, NotJudged } from "@hemstitch/core/inspect";
import type { MendRow, UnreadRow } from "../rows";
import { id, made } from "./columns";
import { files } from "./files";
import { jobId } from "./jobs";
import { binned, officeId, users } from "./people";
import { planSets } from "./plan-sets";

/** A batch of files looked at together. */
export const inspections = pgTable(
  "inspections",
  {
    id: id(),
    officeId: officeId(),
    planSetId: uuid("plan_set_id").references(() => planSets.id, { onDelete: "set null" }),
    name: text("name").notNull(),
    /** Who handed in; nobody is said where the demo did, or where it was before that was kept. */
    madeBy: uuid("made_by").references(() => users.id, { onDelete: "set null" }),
    madeAt: made(),
    ...binned(),
  },
  (table) => [index("inspections_office").on(table.officeId, table.madeAt)],
);

/** One file of an inspection: the job that inspects it, the newest one that mends it, and what came of them. */
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
    jobId: jobId().notNull(),
    pages: integer("pages"),
    layers: jsonb("layers").$type<string[]>(),
    statedScale: text("stated_scale"),
    /** The drawing kind that somebody said it is judged as; nothing for the one that it says itself. */
    kind: text("kind"),
    /** The kind of each page, said or read off it. */
    kinds: jsonb("kinds").$type<(KindOfPage | null)[]>(),
    standardName: text("standard_name"),
    /** What it was judged by last: the number of an edition, or `draft`. */
    judgedBy: text("judged_by"),
    notJudged: jsonb("not_judged").$type<NotJudged[]>(),
    unread: jsonb("unread").$type<UnreadRow[]>(),
    /** Findings of the three severities. */
    stops: integer("stops").notNull().default(0),
    mends: integer("mends").notNull().default(0),
    notes: integer("notes").notNull().default(0),
    mendJobId: jobId("mend_job_id"),
    mendedSha256: text("mended_sha256").references(() => files.sha256),
    mended: jsonb("mended").$type<MendRow[]>(),
    madeAt: made(),
    ...binned(),
  },
  (table) => [
    index("inspected_files_inspection").on(table.inspectionId),
    index("inspected_files_job").on(table.jobId),
    index("inspected_files_sha256").on(table.sha256),
  ],
);

/** What was looked at: the file as it was received, or as it was mended. */
export const LOOKS = ["received", "mended"] as const;
export type Look = (typeof LOOKS)[number];

/** Findings, one a row, in the order in which people read them. */
export const findings = pgTable(
  "findings",
  {
    id: bigserial("id", { mode: "number" }).primaryKey(),
    fileId: uuid("file_id")
      .notNull()
      .references(() => inspectedFiles.id, { onDelete: "cascade" }),
    look: text("look").$type<Look>().notNull(),
    /** Number of its flag on the sheet, from 1; it keeps it for as long as it is there. */
    number: integer("number").notNull(),
    /** Its turn among those of its look, in which people read them. */
    turn: integer("turn").notNull().default(0),
    key: text("key").notNull(),
    rule: text("rule").notNull(),
    severity: text("severity").$type<Finding["severity"]>().notNull(),
    page: integer("page").notNull(),
    layer: text("layer"),
    message: text("message").notNull(),
    measured: jsonb("measured").$type<number | string>(),
    expected: jsonb("expected").$type<number | string>(),
    unit: text("unit"),
    mend: text("mend").$type<NonNullable<Finding["mend"]>>(),
    suggestions: jsonb("suggestions").$type<readonly string[]>(),
    count: integer("count").notNull(),
    boxMm: jsonb("box_mm").$type<Finding["boxMm"]>().notNull(),
    placesMm: jsonb("places_mm").$type<readonly number[]>().notNull(),
    elsewhere: jsonb("elsewhere").$type<NonNullable<Finding["elsewhere"]>>(),
    shapes: jsonb("shapes").$type<NonNullable<Finding["shapes"]>>(),
  },
  (table) => [
    unique("findings_number").on(table.fileId, table.look, table.number),
    index("findings_rule").on(sql`split_part(${table.rule}, '/', 1)`),
    index("findings_key").on(table.key),
  ],
);
