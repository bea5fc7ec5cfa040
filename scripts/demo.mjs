// npm run demo: installs what is missing, starts the demo office and prints where it is.
import { installDebian, installPackages } from "./lib/install.mjs";

installPackages();
installDebian("postgresql");
const { startPostgres } = await import("./lib/postgres.mjs");
const { demoPeople, migrate, startApplication } = await import("./lib/application.mjs");
const { buildIfChanged } = await import("./lib/build-state.mjs");
const { bin, run, sleep } = await import("./lib/run.mjs");

const began = Date.now();
const WANTED = Number(process.env.PORT) || 3000;
const stops = [];
let stopping = false;

async function stopAll(code) {
  if (stopping) return;
  stopping = true;
  process.stdout.write("\nstopping…\n");
  for (const stop of stops.reverse()) await stop().catch((error) => process.stderr.write(`${error.message}\n`));
  process.exit(code);
}
/** The demo ends when it is told to, and not because its database was stopped. */
async function keepDatabase(database) {
  while (!stopping) {
    await database.ended;
    if (stopping) return;
    process.stderr.write("The database has ended; it is started again.\n");
    while (!stopping && !(await launched(database))) await sleep(2000);
  }
}
const launched = (database) =>
  database.launch().then(
    () => true,
    (error) => void process.stderr.write(`${error.message}\n`),
  );
process.on("SIGINT", () => void stopAll(0));
process.on("SIGTERM", () => void stopAll(0));
process.on("SIGHUP", () => void stopAll(0));

try {
  buildIfChanged();
  const database = await startPostgres("postgres");
  stops.push(database.stop);
  migrate(database.url);
  run(bin("tsx"), ["--tsconfig", "tsconfig.json", "demo/src/load.ts"], {
    env: { ...process.env, DATABASE_URL: database.url },
  });
  const application = await startApplication(database.asApplication(database.url), {
    port: WANTED,
    more: demoPeople(),
  });
  stops.push(application.stop);
  void keepDatabase(database);
  const people = JSON.parse(demoPeople().HEMSTITCH_DEMO_PEOPLE);
  const taken = application.port === WANTED ? "" : ` (port ${WANTED} is taken)`;
  process.stdout.write(`
  Hemstitch is open at ${application.address}${taken}
  The demo office is Tarnwick Plan Room. The sign-in page says who there is; or type one of these:
${people.map(({ email, password, part }) => `    ${email.padEnd(32)}${password.padEnd(24)}${part}`).join("\n")}
  Ready in ${((Date.now() - began) / 1000).toFixed(1)} s. Ctrl-C stops everything.
`);
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  await stopAll(1);
}
