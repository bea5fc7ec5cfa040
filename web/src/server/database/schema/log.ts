import { bigserial, index, integer, jsonb, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import { at } from "./columns";
import { officeId } from "./people";

/** Who changed what, when, from what to what. Rows are only ever added; a trigger refuses the rest. */
export const changeLog = pgTable(
  "change_log",
  {
    id: bigserial("id", { mode: "number" }).primaryKey(),
    officeId: officeId(),
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

/**
 * The chain of all that is sealed for an office: each line of the log and each edition, in the order in which they were
 * stored. A trigger adds a link when a transaction is stored; others refuse every change. What a seal is over is kept as
 * it was written: nothing depends on how a later version would write it.
 */
export const seals = pgTable(
  "seals",
  {
    officeId: officeId(),
    /** Place in the chain of its office, from 1. */
    position: integer("position").notNull(),
    /** What was sealed: `log` and the number of its line, or `edition` and its number. */
    about: text("about").notNull(),
    /** What was sealed of it, as JSON: all that the row says. */
    said: text("said").notNull(),
    /** SHA-256 of the seal before and `said`, with a line break between; lower-case hexadecimal. */
    seal: text("seal").notNull(),
  },
  (table) => [primaryKey({ columns: [table.officeId, table.position] })],
);
