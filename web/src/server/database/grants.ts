import { sql } from "drizzle-orm";
import type { Database } from "./client";

/** Tables whose rows are only ever added: files as received, published editions, the log. */
const SEALED = ["files", "editions", "change_log"] as const;

/**
 * Gives a role what the application needs, and takes from it what it must never do: it owns no table, so that it can
 * neither empty one nor switch off what guards it, and of what is sealed it may add rows and read them. To be run by the
 * owner of the tables, after each migration.
 */
export async function grantTo(database: Database, role: string): Promise<void> {
  const to = sql.identifier(role);
  const all = sql`all tables in schema public`;
  await database.transaction(async (on) => {
    await on.execute(sql`grant usage on schema public to ${to}`);
    await on.execute(sql`revoke all on ${all} from ${to}`);
    await on.execute(sql`grant select, insert, update, delete on ${all} to ${to}`);
    await on.execute(sql`grant usage, select on all sequences in schema public to ${to}`);
    for (const table of SEALED) await on.execute(sql`revoke update, delete on ${sql.identifier(table)} from ${to}`);
    await on.execute(sql`revoke update on file_pieces from ${to}`);
    // The chain is written by what the database itself does when a line or an edition is stored, and by nobody else.
    await on.execute(sql`revoke insert, update, delete on seals from ${to}`);
  });
}
