import { integer, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import { at, bytea } from "./columns";

/** Files as received, addressed by their SHA-256. A trigger refuses changes. */
export const files = pgTable("files", {
  sha256: text("sha256").primaryKey(),
  bytes: bytea("bytes").notNull(),
  size: integer("size").notNull(),
  receivedAt: at("received_at").notNull().defaultNow(),
});

/**
 * Drawings as they were read, once for each file and version of the reader. They can be made again
 * from the file at any time: one of an earlier version is not used, but read again.
 */
export const drawings = pgTable(
  "drawings",
  {
    sha256: text("sha256")
      .notNull()
      .references(() => files.sha256),
    /** Version of the reader and of the packed form. */
    version: integer("version").notNull(),
    /** Packed and gzipped. */
    bytes: bytea("bytes").notNull(),
    readAt: at("read_at").notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.sha256, table.version] })],
);
