import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { connect, databaseUrl } from "./client";

/** Brings the database at DATABASE_URL to the newest schema: `tsx web/src/server/database/migrate.ts`. */
const { database, pool } = connect(databaseUrl());
await migrate(database, {
  migrationsFolder: join(dirname(fileURLToPath(import.meta.url)), "..", "..", "..", "drizzle"),
});
await pool.end();
