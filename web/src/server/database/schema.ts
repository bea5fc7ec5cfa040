import { sql } from "drizzle-orm";
import {
  bigserial,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  real,
  text,
  timestamp,
  uuid,
} from "drizzle-orm/pg-core";
import type { OfficeStandard } from "@hemstitch/core/standard";
import type { FindingRow, MendRow, PlacementRow } from "./rows";

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

export const offices = pgTable("offices", { id: id(), name: text("name").notNull(), madeAt: made() });

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
  /** The facts that fill title blocks, by field. */
  particulars: jsonb("particulars").$type<Record<string, string>>().notNull().default({}),
  version: version(),
  madeAt: made(),
});

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

export const JOB_STATES = ["waiting", "working", "done", "failed", "cancelled"] as const;
export type JobState = (typeof JOB_STATES)[number];

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
    before: jsonb("before"),
    after: jsonb("after"),
  },
  (table) => [index("change_log_office").on(table.officeId, table.at)],
);
