import { eq } from "drizzle-orm";
import { blankStandard, preset } from "@hemstitch/core/standard";
import { connect, databaseUrl, type Database } from "../database/client";
import { offices, standards, users } from "../database/schema";
import { invite, plainEmail } from "./accounts";
import { LINK_HOURS, makePasswordLink } from "./password-links";

const USAGE = `Say what is to be done:
  npm run office -- "Name" person@example.org [preset]   makes an office, and a link for its first coordinator
  npm run office -- reset person@example.org             makes a link for a new password
`;

const BY = "your administrator";
const address = (): string => process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000";

/**
 * Makes an office and gives the link by which its first coordinator comes in. Without a preset the coordinator is asked
 * what the standard begins from.
 */
async function makeOffice(database: Database, name: string, email: string, presetName?: string): Promise<string> {
  const standard = presetName === undefined ? blankStandard(name) : preset(presetName);
  if (!standard) throw new Error(`There is no preset “${presetName}”.`);
  const [office] = await database.insert(offices).values({ name }).returning({ id: offices.id });
  if (!office) throw new Error("The office could not be stored.");
  await database.insert(standards).values({ officeId: office.id, content: { ...standard, name, edition: "draft" } });
  const { secret } = await invite(database, { officeId: office.id, email, role: "coordinator", by: BY });
  return `${name} is made. ${email} comes in by this link, once, within 14 days:\n${address()}/invitation#${secret}\n`;
}

/** Makes a link by which somebody chooses a new password: the way back for an office's only coordinator. */
async function resetPassword(database: Database, email: string): Promise<string> {
  const [user] = await database
    .select({ userId: users.id, name: users.name })
    .from(users)
    .where(eq(users.email, plainEmail(email)));
  if (!user) throw new Error(`Nobody has an account by the address ${email}.`);
  const secret = await database.transaction((on) => makePasswordLink(on, user, BY));
  return `${user.name} chooses a new password by this link, once, within ${LINK_HOURS} hours:\n${address()}/new-password#${secret}\n`;
}

const [, , first, email, presetName] = process.argv;
if (!first || !email) {
  process.stderr.write(USAGE);
  process.exitCode = 2;
} else {
  const { database, pool } = connect(databaseUrl());
  try {
    process.stdout.write(
      await (first === "reset" ? resetPassword(database, email) : makeOffice(database, first, email, presetName)),
    );
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    process.exitCode = 1;
  }
  await pool.end();
}
