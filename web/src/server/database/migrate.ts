import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { connect, databaseUrl } from "./client";
import { grantTo } from "./grants";
import { sealEarlier } from "./seal-earlier";

/**
 * Brings the database at DATABASE_URL to the newest schema, as its owner: `npm run migrate`. With
 * HEMSTITCH_DATABASE_ROLE, that role gets what the application needs, and no more.
 */
const { database, pool } = connect(databaseUrl());
await migrate(database, {
  migrationsFolder: join(dirname(fileURLToPath(import.meta.url)), "..", "..", "..", "drizzle"),
});
await sealEarlier(database);
const role = process.env["HEMSTITCH_DATABASE_ROLE"];
if (role) await grantTo(database, role);
await pool.end();
