import { index, integer, jsonb, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import type { PlacementRow } from "../rows";
import { id, made, version } from "./columns";
import { files } from "./files";
import { binned, officeId, userId } from "./people";

export const planSets = pgTable("plan_sets", {
  id: id(),
  officeId: officeId(),
  name: text("name").notNull(),
  units: text("units").$type<"metric" | "feet-inches">().notNull(),
  /** Number of the edition that it follows; the one in force where not said. */
  edition: integer("edition"),
  /** The facts that fill title blocks, by field. */
  particulars: jsonb("particulars").$type<Record<string, string>>().notNull().default({}),
  version: version(),
  madeAt: made(),
  ...binned(),
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
    ...binned(),
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
    ...binned(),
  },
  (table) => [index("sheets_plan_set").on(table.planSetId)],
);
