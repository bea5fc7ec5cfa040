// The demo office in a throw-away database with the application running on it, for tests, pictures and measurements.
import { demoPeople, migrate, startApplication } from "./application.mjs";
import { buildIfChanged } from "./build-state.mjs";
import { bin, run } from "./run.mjs";

/** Builds what has changed, loads the demo into a database of its own on `server` and starts the application. */
export async function startDemoOffice(server, port, workers = 1, name = "browser") {
  buildIfChanged();
  // A database of its own: the demo office must be the only one in it.
  const url = server.database(name);
  migrate(url);
  run(bin("tsx"), ["--tsconfig", "tsconfig.json", "demo/src/load.ts"], { env: { ...process.env, DATABASE_URL: url } });
  const application = await startApplication(server.asApplication(url), { port, workers, more: demoPeople() });
  return { ...application, ownerUrl: url };
}
