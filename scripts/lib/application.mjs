// The running application: migrated database, web server and worker.
import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { APPLICATION_ROLE } from "./postgres.mjs";
import { answers, bin, freePort, keepRunning, output, root, run } from "./run.mjs";

export const migrate = (url) =>
  run(bin("tsx"), ["web/src/server/database/migrate.ts"], {
    env: { ...process.env, DATABASE_URL: url, HEMSTITCH_DATABASE_ROLE: APPLICATION_ROLE },
  });

/** A secret of this project folder's own, for the demo and the tests; a real installation brings its own. */
export function ownSecret() {
  const path = join(root, ".data", "secret");
  mkdirSync(join(root, ".data"), { recursive: true });
  if (!existsSync(path)) writeFileSync(path, randomBytes(32).toString("hex"), { mode: 0o600 });
  return readFileSync(path, "utf8");
}

/** Starts web and workers on a database; all show their errors, and are started again where they end. */
export async function startApplication(url, { port: wanted = 3000, more = {}, workers = 1 } = {}) {
  const port = await freePort(wanted);
  const env = {
    ...process.env,
    NODE_ENV: "production",
    DATABASE_URL: url,
    HEMSTITCH_ROOT: root,
    NEXT_TELEMETRY_DISABLED: "1",
    HEMSTITCH_SECRET: process.env.HEMSTITCH_SECRET ?? ownSecret(),
    ...more,
  };
  const stdio = ["ignore", "ignore", "inherit"];
  const web = keepRunning("The web process", "node", ["web/dist/server.mjs"], {
    env: { ...env, PORT: String(port) },
    stdio,
  });
  // Workers of one machine share its cores.
  const threads = Math.ceil(availableParallelism() / workers) + 1;
  const works = Array.from({ length: Number(workers) }, () =>
    keepRunning("A worker", "node", ["web/dist/worker.mjs"], {
      env: { HEMSTITCH_THREADS: String(threads), ...env },
      stdio,
    }),
  );
  const address = `http://127.0.0.1:${port}`;
  const halt = async () => void (await Promise.all([web, ...works].map((each) => each.stop())));
  try {
    await answers(`${address}/sign-in`, 60);
  } catch (error) {
    await halt();
    throw error;
  }
  return { address, port, web, works, env, stop: halt };
}

/** The setting that lets the sign-in page of the demo say who there is. */
export const demoPeople = () => ({
  HEMSTITCH_DEMO_PEOPLE: output(bin("tsx"), [
    "-e",
    'import("./demo/src/people.ts").then(({ DEMO_PEOPLE }) => console.log(JSON.stringify(DEMO_PEOPLE)))',
  ]),
});
