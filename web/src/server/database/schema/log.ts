import { bigserial, index, jsonb, pgTable, text } from "drizzle-orm/pg-core";
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
