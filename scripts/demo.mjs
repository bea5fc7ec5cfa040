// npm run demo: installs what is missing, starts the demo office and prints where it is.
import { installDebian, installPackages } from "./lib/install.mjs";

installPackages();
installDebian("postgresql");
const { startPostgres } = await import("./lib/postgres.mjs");
const { demoPeople, migrate, startApplication } = await import("./lib/application.mjs");
const { buildIfChanged } = await import("./lib/build-state.mjs");
const { bin, run } = await import("./lib/run.mjs");

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
  const application = await startApplication(database.url, { port: WANTED, more: demoPeople() });
  stops.push(application.stop);
  for (const child of [application.web, application.work]) child?.once("exit", () => void stopAll(1));
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
