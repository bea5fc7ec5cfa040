import { setTimeout as pause } from "node:timers/promises";
import { connect, databaseUrl, type Database } from "../database/client";
import { databaseFault } from "../database/faults";
import { sweepUploads } from "../files/uploads";
import { sweepAttempts } from "../people/attempts";
import { sweepPlaces } from "../people/places";
import { secret } from "../people/secret";
import { endIfStill } from "../base/watchdog";
import { processStandsBehind } from "../work/behind";
import { giveUpOrphans, run, takeNext, type TakenJob } from "./run";
import { closeThreads, threadCount } from "../work/threads";

/** How long a worker that found nothing to do waits before it looks again. */
const REST_MS = 300;
/** How long it waits for a database that is away, before it asks again. */
const AWAY_MS = 1000;
const SWEEP_MS = 5000;
const SWEEP_OLD_MS = 5 * 60_000;

/**
 * A worker process: takes jobs from the table and runs them in threads. As many as you like may run
 * against one database, on one machine or several. Told to stop, it puts back what it works on.
 */
async function main(): Promise<void> {
  // What is missing is said at the start, not by the first job that needs it.
  secret();
  endIfStill("worker");
  // Who waits at a screen goes before what is done beside.
  processStandsBehind();
  const { database, pool } = connect(databaseUrl());
  const stop = new AbortController();
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, () => stop.abort());
  const sweeps = [
    setInterval(() => void giveUpOrphans(database).catch(complain), SWEEP_MS),
    setInterval(() => void sweep(database).catch(complain), SWEEP_OLD_MS),
  ];
  process.stdout.write(`worker ${process.pid}: ready\n`);
  await Promise.all(Array.from({ length: threadCount() }, () => workUntil(database, stop.signal)));
  sweeps.forEach(clearInterval);
  await closeThreads();
  await pool.end();
}

/** Lets go what has been of no use for long. */
async function sweep(database: Database): Promise<void> {
  await sweepUploads(database);
  await sweepAttempts(database);
  await sweepPlaces(database);
}

/** Takes one job after another until the worker is told to stop. */
async function workUntil(database: Database, stop: AbortSignal): Promise<void> {
  while (!stop.aborted) {
    try {
      const job = await takeNext(database, officesAtTheirMost());
      away = false;
      if (job) await working(job, () => run(database, job, stop));
      else await pause(REST_MS, undefined, { signal: stop });
    } catch (error) {
      if (stop.aborted) return;
      complain(error);
      await pause(databaseFault(error) ? AWAY_MS : REST_MS);
    }
  }
}

/** Jobs that are being done here, by office. */
const underWay = new Map<string, number>();

async function working(job: TakenJob, doing: () => Promise<void>): Promise<void> {
  underWay.set(job.officeId, (underWay.get(job.officeId) ?? 0) + 1);
  try {
    await doing();
  } finally {
    underWay.set(job.officeId, (underWay.get(job.officeId) ?? 1) - 1);
  }
}

/** One office never has all of a worker, so that another's job is begun at once. */
const officesAtTheirMost = (): string[] => {
  const most = Math.max(1, threadCount() - 1);
  return [...underWay].filter(([, count]) => count >= most).map(([officeId]) => officeId);
};

let away = false;

/** Says what went wrong; that the database is away, once. */
function complain(error: unknown): void {
  const fault = databaseFault(error);
  if (fault === "away" && away) return;
  away = fault === "away";
  const words = away
    ? "the database is away; it is asked again until it is there"
    : error instanceof Error
      ? error.message.split("\n")[0]
      : String(error);
  process.stderr.write(`worker ${process.pid}: ${words}\n`);
}

await main().catch((error: unknown) => {
  process.stderr.write(`worker: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
