import { sql } from "drizzle-orm";
import { customType, integer, timestamp, uuid } from "drizzle-orm/pg-core";

/** Bytes, as they are. */
export const bytea = customType<{ data: Uint8Array; driverData: Buffer }>({
  dataType: () => "bytea",
  toDriver: (value) => Buffer.from(value.buffer, value.byteOffset, value.byteLength),
  fromDriver: (value) => new Uint8Array(value.buffer, value.byteOffset, value.byteLength),
});

export const id = () =>
  uuid("id")
    .primaryKey()
    .default(sql`gen_random_uuid()`);
export const at = (name: string) => timestamp(name, { withTimezone: true });
export const made = () => at("made_at").notNull().defaultNow();
/** Counts the changes of a row; whoever saves must name the one they saw. */
export const version = () => integer("version").notNull().default(1);
