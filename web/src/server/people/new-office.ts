import { blankStandard, preset } from "@hemstitch/core/standard";
import { connect, databaseUrl } from "../database/client";
import { offices, standards } from "../database/schema";
import { invite } from "./accounts";

/**
 * Makes an office and prints the link by which its first coordinator comes in:
 * `npm run office -- "Name of the office" person@example.org [preset]`. Without a preset the coordinator is asked
 * what the standard begins from.
 */
const [, , name, email, presetName] = process.argv;
const standard = presetName === undefined ? blankStandard(name ?? "") : preset(presetName);
if (!name || !email || !standard) {
  process.stderr.write(
    'Say the name of the office and the e-mail of its coordinator: npm run office -- "Name" person@example.org [preset]\n',
  );
  process.exitCode = 2;
} else {
  const { database, pool } = connect(databaseUrl());
  const [office] = await database.insert(offices).values({ name }).returning({ id: offices.id });
  if (!office) throw new Error("The office could not be stored.");
  await database.insert(standards).values({ officeId: office.id, content: { ...standard, name, edition: "draft" } });
  const secret = await invite(database, {
    officeId: office.id,
    email,
    role: "coordinator",
    by: "whoever runs Hemstitch",
  });
  const address = process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000";
  process.stdout.write(
    `${name} is made. ${email} comes in by this link, once, within 14 days:\n${address}/invitation#${secret}\n`,
  );
  await pool.end();
}
