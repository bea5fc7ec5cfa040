import { setTimeout as pause } from "node:timers/promises";
import { connect, databaseUrl, type Database } from "../database/client";
import { giveUpOrphans, run, takeNext } from "./run";
import { closeThreads, threadCount } from "./threads";

/** How long a worker that found nothing to do waits before it looks again. */
const REST_MS = 300;
const SWEEP_MS = 5000;

/**
 * A worker process: takes jobs from the table and runs them in threads. As many as you like may run
 * against one database, on one machine or several. Told to stop, it puts back what it works on.
 */
async function main(): Promise<void> {
  const { database, pool } = connect(databaseUrl());
  const stop = new AbortController();
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, () => stop.abort());
  const sweep = setInterval(() => void giveUpOrphans(database).catch(complain), SWEEP_MS);
  process.stdout.write(`worker ${process.pid}: ready\n`);
  await Promise.all(Array.from({ length: threadCount() }, () => workUntil(database, stop.signal)));
  clearInterval(sweep);
  await closeThreads();
  await pool.end();
}

/** Takes one job after another until the worker is told to stop. */
async function workUntil(database: Database, stop: AbortSignal): Promise<void> {
  while (!stop.aborted) {
    try {
      const job = await takeNext(database);
      if (job) await run(database, job, stop);
      else await pause(REST_MS, undefined, { signal: stop });
    } catch (error) {
      if (stop.aborted) return;
      // The database may be restarting.
      complain(error);
      await pause(REST_MS);
    }
  }
}

const complain = (error: unknown): void =>
  void process.stderr.write(`worker: ${error instanceof Error ? error.message : String(error)}\n`);

await main();
