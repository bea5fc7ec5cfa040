import { and, eq, lt, or, sql } from "drizzle-orm";
import { connect, databaseUrl, type Database } from "../database/client";
import { effects, inspectedFiles } from "../database/schema";
import { runEffectJob } from "./effect-job";
import { runInspectJob } from "./inspect-job";
import { runMendJob } from "./mend-job";
import { EFFECT, enqueue, INSPECT, MEND, queue, type EffectJob, type InspectJob, type MendJob } from "./queue";
import { closeThreads } from "./threads";

/** A job that has not said that it lives for so long belongs to a worker that was killed. */
const SILENT = sql`now() - interval '10 seconds'`;
const SWEEP_MS = 3000;

/**
 * A worker process: takes jobs from the queue and runs them in threads. As many as you like may
 * run against one database, on one machine or several.
 */
async function main(): Promise<void> {
  const { database, pool } = connect(databaseUrl());
  const boss = await queue();
  const atOnce = Number(process.env["HEMSTITCH_THREADS"]) || 2;
  for (let i = 0; i < atOnce; i++) {
    await boss.work<InspectJob>(
      INSPECT,
      { pollingIntervalSeconds: 0.5 },
      async ([job]) => job && runInspectJob(database, job.data.fileId),
    );
  }
  await boss.work<MendJob>(
    MEND,
    { pollingIntervalSeconds: 0.5 },
    async ([job]) => job && runMendJob(database, job.data.fileId, job.data.only ?? null),
  );
  await boss.work<EffectJob>(
    EFFECT,
    { pollingIntervalSeconds: 0.5 },
    async ([job]) => job && runEffectJob(database, job.data.effectId),
  );
  const sweep = setInterval(() => void takeUpAgain(database), SWEEP_MS);
  process.stdout.write(`worker ${process.pid}: ready\n`);
  const stop = async (): Promise<void> => {
    clearInterval(sweep);
    await boss.stop({ graceful: false });
    await closeThreads();
    await pool.end();
    process.exit(0);
  };
  process.once("SIGINT", () => void stop());
  process.once("SIGTERM", () => void stop());
}

/** Puts the jobs of killed workers back into the queue; the first worker to look takes each one over. */
async function takeUpAgain(database: Database): Promise<void> {
  try {
    const silent = await database
      .update(inspectedFiles)
      .set({ aliveAt: sql`now()` })
      .where(
        and(
          or(eq(inspectedFiles.state, "working"), eq(inspectedFiles.mendState, "working")),
          lt(inspectedFiles.aliveAt, SILENT),
        ),
      )
      .returning({ id: inspectedFiles.id, state: inspectedFiles.state, mendState: inspectedFiles.mendState });
    const questions = await database
      .update(effects)
      .set({ aliveAt: sql`now()` })
      .where(and(eq(effects.state, "working"), lt(effects.aliveAt, SILENT)))
      .returning({ id: effects.id });
    for (const { id } of questions) await enqueue(EFFECT, { effectId: id });
    for (const { id, state, mendState } of silent) {
      if (state === "working") await enqueue(INSPECT, { fileId: id });
      if (mendState === "working") await enqueue(MEND, { fileId: id });
    }
  } catch (error) {
    process.stderr.write(`worker: ${error instanceof Error ? error.message : String(error)}\n`);
  }
}

await main();
