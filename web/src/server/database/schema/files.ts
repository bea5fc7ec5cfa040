import { bigint, index, integer, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { at, bytea } from "./columns";
import { offices, users } from "./people";

/** Files as received, addressed by their SHA-256. A trigger refuses changes. */
export const files = pgTable("files", {
  sha256: text("sha256").primaryKey(),
  /** What its pieces are kept under. */
  stored: uuid("stored").notNull().unique(),
  size: integer("size").notNull(),
  receivedAt: at("received_at").notNull().defaultNow(),
});

/**
 * The bytes of files, in pieces: they are written while they come and read while they go, and no process has to hold
 * a whole file for that. A trigger refuses changes of what belongs to a file.
 */
export const filePieces = pgTable(
  "file_pieces",
  {
    stored: uuid("stored").notNull(),
    /** Offset of its first byte in the file. */
    position: bigint("position", { mode: "number" }).notNull(),
    bytes: bytea("bytes").notNull(),
  },
  (table) => [primaryKey({ columns: [table.stored, table.position] })],
);

/** Files that are on their way. Its id is what the pieces are kept under. */
export const uploads = pgTable("uploads", {
  id: uuid("id").primaryKey(),
  officeId: uuid("office_id")
    .notNull()
    .references(() => offices.id),
  userId: uuid("user_id")
    .notNull()
    .references(() => users.id, { onDelete: "cascade" }),
  /** Bytes that are to come; nothing where the sender doesn't say. */
  size: bigint("size", { mode: "number" }),
  /** What the sender says the file's SHA-256 is. */
  sha256: text("sha256"),
  received: bigint("received", { mode: "number" }).notNull().default(0),
  begunAt: at("begun_at").notNull().defaultNow(),
  /** When the last piece came. */
  lastAt: at("last_at").notNull().defaultNow(),
});

/** Which office has which files. A file is kept once, and given to nobody who didn't bring it or have it made. */
export const officeFiles = pgTable(
  "office_files",
  {
    officeId: uuid("office_id")
      .notNull()
      .references(() => offices.id),
    sha256: text("sha256")
      .notNull()
      .references(() => files.sha256),
    since: at("since").notNull().defaultNow(),
    /** Who brought it, or had it made; nobody is said where that was not kept. */
    broughtBy: uuid("brought_by").references(() => users.id, { onDelete: "set null" }),
  },
  (table) => [
    primaryKey({ columns: [table.officeId, table.sha256] }),
    index("office_files_brought").on(table.broughtBy, table.since),
  ],
);

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
