// The running application: migrated database, web server and worker.
import { join } from "node:path";
import { answers, bin, freePort, root, run, start, stop } from "./run.mjs";

export const migrate = (url) =>
  run(bin("tsx"), ["web/src/server/database/migrate.ts"], { env: { ...process.env, DATABASE_URL: url } });

/** Starts web and worker on a database; both show their errors. */
export async function startApplication(url, { port: wanted = 3000, more = {}, worker = true } = {}) {
  const port = await freePort(wanted);
  const env = {
    ...process.env,
    NODE_ENV: "production",
    DATABASE_URL: url,
    HEMSTITCH_ROOT: root,
    NEXT_TELEMETRY_DISABLED: "1",
    ...more,
  };
  const stdio = ["ignore", "ignore", "inherit"];
  const web = start(bin("next"), ["start", "-H", "127.0.0.1", "-p", String(port)], {
    cwd: join(root, "web"),
    env,
    stdio,
  });
  const work = worker ? start("node", ["web/dist/worker.mjs"], { env, stdio }) : undefined;
  const address = `http://127.0.0.1:${port}`;
  const halt = async () => void (await Promise.all([stop(web), stop(work)]));
  try {
    await answers(`${address}/today`, 60, web);
  } catch (error) {
    await halt();
    throw error;
  }
  return { address, port, web, work, env, stop: halt };
}
