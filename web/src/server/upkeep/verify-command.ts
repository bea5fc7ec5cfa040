import { connect, databaseUrl } from "../database/client";
import { verifySealed } from "./verify";

/** `npm run verify`: says whether everything that is sealed in the database at DATABASE_URL is as it was; exit code 1 where not. */
const { database, pool } = connect(databaseUrl());
const { files, editions, links, heads, wrong } = await verifySealed(database);
for (const each of wrong) process.stderr.write(`${each}\n`);
for (const { officeId, position, seal } of heads)
  process.stdout.write(`office ${officeId}: last link ${position}, ${seal}\n`);
process.stdout.write(
  `${files} files, ${editions} editions and ${links} links of the chain looked at, ${wrong.length} not as they were\n`,
);
process.exitCode = wrong.length > 0 ? 1 : 0;
await pool.end();
