import { setTimeout as pause } from "node:timers/promises";
import { and, asc, eq, gte, isNull, lt, notInArray, or, sql, type SQL } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { onBehalf } from "../base/asking";
import type { Database } from "../database/client";
import { databaseFault } from "../database/faults";
import { storableText } from "../database/jsonb";
import { jobs } from "../database/schema";
import type { Outcome } from "../work/job";
import { kindOf } from "./kinds";

/** How often a working job says that it lives, milliseconds. */
const BEAT_MS = 1000;
/** A job that has been silent so long belongs to a worker that was killed. */
const SILENCE = sql`interval '10 seconds'`;
const SILENT = sql`now() - ${SILENCE}`;
/** Whose turn is next goes by what was begun since. */
const LATELY = sql`now() - interval '1 hour'`;
/** A job that was begun so often without ending takes its worker with it, and is begun no more. */
const MOST_ATTEMPTS = 10;

export interface TakenJob {
  readonly id: string;
  readonly kind: string;
  readonly args: unknown;
  readonly officeId: string;
  readonly askedBy: string | null;
  /** Number of this attempt; only who has it may write. */
  readonly attempts: number;
}

const waiting = eq(jobs.state, "waiting");
const orphaned = and(eq(jobs.state, "working"), lt(jobs.aliveAt, SILENT));
/**
 * Each time that its worker was lost, a job rests longer: what takes workers with it does so seldom, and a good drawing
 * that worked beside it, or whose worker was killed, is not blamed by a row of deaths that came together.
 */
const rested = and(orphaned, lt(jobs.aliveAt, sql`now() - ${SILENCE} * greatest(${jobs.attempts}, 1)`));

/** What may be begun now: what waits, and what a worker fell silent over. */
const open = and(or(waiting, rested), lt(jobs.attempts, MOST_ATTEMPTS));

/**
 * Takes the job whose turn it is, by office and then by person; of one person the one that has waited longest. Two
 * workers never take the same. Offices that hold as much of a worker as one may are passed over.
 */
export async function takeNext(database: Database, passedOver: readonly string[] = []): Promise<TakenJob | undefined> {
  for (const whom of await inTurn(database, passedOver)) {
    const own = whom.askedBy === null ? isNull(jobs.askedBy) : eq(jobs.askedBy, whom.askedBy);
    const taken = await take(database, and(open, eq(jobs.officeId, whom.officeId), own));
    if (taken) return taken;
  }
  return undefined;
}

/**
 * For whom something is to be done, in the order of their turns: first the offices of whom the least is being done, then
 * those of whom something was begun longest ago; the same of the people of an office.
 */
async function inTurn(
  database: Database,
  passedOver: readonly string[],
): Promise<readonly { officeId: string; askedBy: string | null }[]> {
  const askers = database
    .selectDistinct({ officeId: jobs.officeId, askedBy: jobs.askedBy })
    .from(jobs)
    .where(and(open, passedOver.length > 0 ? notInArray(jobs.officeId, [...passedOver]) : undefined))
    .as("askers");
  const others = alias(jobs, "others");
  const busy = sql`${others.state} = 'working' and ${others.aliveAt} > ${SILENT}`;
  const ofOffice = sql`${others.officeId} = ${askers.officeId}`;
  const ofPerson = sql`${ofOffice} and ${others.askedBy} is not distinct from ${askers.askedBy}`;
  const counted = (of: SQL): SQL => sql`(select count(*) from ${jobs} as others where ${of} and ${busy})`;
  // What was begun long ago gives nobody a later turn, and is not gone through.
  const last = (of: SQL): SQL =>
    sql`(select max(${others.beganAt}) from ${jobs} as others where ${of} and ${others.beganAt} > ${LATELY})`;
  return database
    .select({ officeId: askers.officeId, askedBy: askers.askedBy })
    .from(askers)
    .orderBy(
      counted(ofOffice),
      sql`${last(ofOffice)} nulls first`,
      counted(ofPerson),
      sql`${last(ofPerson)} nulls first`,
    );
}

/** Takes one job by its id, whether or not somebody seems to work on it; nothing where it has ended. */
export const takeOne = (database: Database, jobId: string): Promise<TakenJob | undefined> =>
  take(database, and(eq(jobs.id, jobId), or(waiting, eq(jobs.state, "working"))));

const taken = {
  id: jobs.id,
  kind: jobs.kind,
  args: jobs.args,
  officeId: jobs.officeId,
  askedBy: jobs.askedBy,
  attempts: jobs.attempts,
};

async function take(database: Database, which: SQL | undefined): Promise<TakenJob | undefined> {
  const next = database
    .select({ id: jobs.id })
    .from(jobs)
    .where(which)
    .orderBy(asc(jobs.madeAt))
    .limit(1)
    .for("update", { skipLocked: true });
  const [job] = await database
    .update(jobs)
    .set({
      state: "working",
      progress: 0,
      problem: null,
      remedy: null,
      aliveAt: sql`now()`,
      beganAt: sql`clock_timestamp()`,
      attempts: sql`${jobs.attempts} + 1`,
    })
    .where(eq(jobs.id, sql`(${next})`))
    .returning(taken);
  return job;
}

/** Gives up jobs that were begun too often: they would only take the next worker with them. */
export async function giveUpOrphans(database: Database): Promise<void> {
  const given = await database
    .select(taken)
    .from(jobs)
    .where(and(orphaned, gte(jobs.attempts, MOST_ATTEMPTS)));
  for (const job of given)
    await end(database, job, {
      problem: `The work was begun ${MOST_ATTEMPTS} times, and each time the worker was lost.`,
      remedy: "The file may need more memory than a worker has. Split it, or export it again.",
    });
}

/** The row of a job for as long as it is this attempt's to write. */
const own = ({ id, attempts }: TakenJob): SQL | undefined =>
  and(eq(jobs.id, id), eq(jobs.state, "working"), eq(jobs.attempts, attempts));

/** Runs a job that was taken, to its end. `stop` aborts when the worker is to stop: the job then waits for another. */
export async function run(database: Database, job: TakenJob, stop?: AbortSignal): Promise<void> {
  const kind = kindOf(job.kind);
  if (!kind) return void (await end(database, job, { problem: `There is no work of the kind “${job.kind}”.` }));
  const lost = new AbortController();
  const signal = stop ? AbortSignal.any([lost.signal, stop]) : lost.signal;
  let share = 0;
  const beat = setInterval(() => {
    // The database may be restarting; the next beat tries again.
    void say(database, job, share).then(
      (still) => still || lost.abort(),
      () => undefined,
    );
  }, BEAT_MS);
  try {
    const { officeId, askedBy } = job;
    const outcome = await onBehalf({ officeId, userId: askedBy ?? "", signal, isJob: true }, () =>
      kind.run({
        args: job.args as never,
        officeId,
        askedBy,
        database,
        signal,
        progress: (now) => void (share = now),
        settle: (settled: object) => settle(database, job, settled),
      }),
    );
    await whenThere(() => end(database, job, outcome), stop);
  } catch (error) {
    if (lost.signal.aborted) return;
    // A database that restarts is no fault of the job's.
    if (stop?.aborted || databaseFault(error) === "away")
      return void (await whenThere(() => putBack(database, job), stop));
    await whenThere(() => end(database, job, outcomeOf(error, kind.onError)), stop);
  } finally {
    clearInterval(beat);
  }
}

function outcomeOf(error: unknown, { problem, remedy }: { problem: string; remedy?: string }): Outcome {
  if (databaseFault(error) === "full")
    return {
      problem: "The server's disk is full; nothing was kept.",
      remedy: "Tell your administrator, then try again.",
    };
  const why = error instanceof Error ? error.message : String(error);
  return { problem: `${problem}: ${why}`, ...(remedy ? { remedy } : {}) };
}

/** Stores something as soon as the database is there: what has been worked out is not lost because it restarts. */
async function whenThere<T>(storing: () => Promise<T>, stop?: AbortSignal): Promise<T> {
  for (;;) {
    try {
      return await storing();
    } catch (error) {
      if (databaseFault(error) !== "away" || stop?.aborted) throw error;
      await pause(BEAT_MS);
    }
  }
}

/** Says that a job lives and how far it is; false where it is no longer this attempt's. */
async function say(database: Database, job: TakenJob, progress: number): Promise<boolean> {
  const still = await database
    .update(jobs)
    .set({ aliveAt: sql`now()`, progress })
    .where(own(job))
    .returning({ id: jobs.id });
  return still.length > 0;
}

/** Keeps more arguments of a job. Throws where it is no longer this attempt's. */
async function settle(database: Database, job: TakenJob, settled: object): Promise<void> {
  const still = await database
    .update(jobs)
    .set({ args: sql`${jobs.args} || ${JSON.stringify(settled)}::jsonb` })
    .where(own(job))
    .returning({ id: jobs.id });
  if (still.length === 0) throw new Error("The job was taken away.");
}

/** An orderly stop is no attempt: the job waits as if it had not been begun. */
const putBack = (database: Database, job: TakenJob) =>
  database
    .update(jobs)
    .set({ state: "waiting", progress: 0, attempts: sql`${jobs.attempts} - 1` })
    .where(own(job));

/** Stores how a job ended together with what came of it; nothing where it was cancelled or is another's meanwhile. */
async function end(database: Database, job: TakenJob, outcome: Outcome): Promise<void> {
  await database.transaction(async (transaction) => {
    const ended =
      "done" in outcome
        ? { state: "done" as const, progress: 1 }
        : {
            state: "failed" as const,
            problem: storableText(outcome.problem),
            remedy: outcome.remedy === undefined ? null : storableText(outcome.remedy),
          };
    const still = await transaction
      .update(jobs)
      .set({ ...ended, finishedAt: new Date() })
      .where(own(job))
      .returning({ id: jobs.id });
    if (still.length === 0) return;
    if ("done" in outcome) return void (await outcome.done(transaction));
    await kindOf(job.kind)?.failed?.(job.args as never, transaction);
  });
}

/** Takes one job and runs it here; nothing where it has ended. */
export async function runNow(database: Database, jobId: string): Promise<void> {
  const job = await takeOne(database, jobId);
  if (job) await run(database, job);
}
