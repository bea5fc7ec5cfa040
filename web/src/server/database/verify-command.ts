import { connect, databaseUrl } from "./client";
import { verifySealed } from "./verify";

/** `npm run verify`: says whether everything that is sealed in the database at DATABASE_URL is as it was; exit code 1 where not. */
const { database, pool } = connect(databaseUrl());
const { files, editions, earlier, wrong } = await verifySealed(database);
for (const each of wrong) process.stderr.write(`${each}\n`);
const old = earlier > 0 ? `; the digests of ${earlier} editions of an earlier form can't be worked out any more` : "";
process.stdout.write(`${files} files and ${editions} editions looked at, ${wrong.length} not as they were${old}\n`);
process.exitCode = wrong.length > 0 ? 1 : 0;
await pool.end();
