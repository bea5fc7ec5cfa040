import { and, desc, eq, inArray, isNotNull, sql, type SQL } from "drizzle-orm";
import type { Asker } from "../access/access";
import { database, type Transaction } from "../database/client";
import { editions, inspectedFiles, inspections, JUDGE_AGAIN, jobs, planSets } from "../database/schema";
import { enqueueAll } from "../work/enqueue";
import type { OfFile } from "../work/of-file";
import { record } from "../log/log";
import { usedFiles, type Scope } from "./scope";

/** Number of the edition that drawings are judged by now: the one that their plan set follows, else the newest; null without any. */
const inForce = (): SQL<number | null> =>
  sql`coalesce(${planSets.edition}, (select max(${editions.number}) from ${editions} where ${editions.officeId} = ${inspections.officeId}))`;

/** Of a file that was judged by something else than what it would be judged by now. */
const isBehind = (): SQL =>
  sql`${inForce()} is not null and ${inspectedFiles.judgedBy} is distinct from ${inForce()}::text`;

/** Whether a file is to be judged again, or just being so. */
export const isJudgedAgain = (): SQL<boolean> =>
  sql`exists (select from ${jobs} as again where again.kind = ${JUDGE_AGAIN} and again.state in ('waiting', 'working') and again.args->>'fileId' = ${inspectedFiles.id}::text)`;

/** Why the last try to judge a file again failed; nothing where there was none, or it did not. */
const lastProblem = (): SQL<string | null> =>
  sql`(select case when again.state = 'failed' then again.problem end from ${jobs} as again where again.kind = ${JUDGE_AGAIN} and again.args->>'fileId' = ${inspectedFiles.id}::text order by again.made_at desc limit 1)`;

/** What a file would be judged by now, where that is not what it was judged by, and why the last try failed. */
export async function behindNow(scope: Scope, fileId: string) {
  const [row] = await database()
    .select({ edition: inForce(), problem: lastProblem() })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
    .where(and(eq(inspectedFiles.id, fileId), usedFiles(scope), isNotNull(inspectedFiles.judgedBy), isBehind()));
  return row ?? null;
}

/** The newest look at each drawing that was judged by something else than what is in force. */
export function drawingsBehind(scope: Scope) {
  const newest = database()
    .selectDistinctOn([inspectedFiles.sha256], { id: inspectedFiles.id })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(usedFiles(scope))
    .orderBy(inspectedFiles.sha256, desc(inspectedFiles.madeAt));
  return database()
    .select({ id: inspectedFiles.id, name: inspectedFiles.name })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .innerJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
    .where(and(inArray(inspectedFiles.id, newest), eq(jobs.state, "done"), isBehind(), sql`not ${isJudgedAgain()}`));
}

/** How many drawings were judged by something else than what is in force. */
export const countBehind = (scope: Scope): Promise<number> => database().$count(drawingsBehind(scope).as("behind"));

/**
 * Queues files to be judged by what is in force now; those that are being judged anyway are left out. Gives how many.
 * What was found before stays to be seen until then.
 */
export const judgeFilesAgain = (
  asker: Pick<Asker, "officeId" | "who">,
  files: readonly { readonly id: string; readonly name: string }[],
): Promise<number> =>
  database().transaction(async (on) => {
    const queued = await notUnderWay(on, files);
    const args = queued.map(({ id }): OfFile => ({ fileId: id }));
    // In a line of the office's own: who asked for hundreds is not to wait behind them with their next drawing.
    await enqueueAll(on, { kind: JUDGE_AGAIN }, { officeId: asker.officeId }, args);
    const [first] = queued;
    if (first)
      await record(
        asker,
        [{ what: "file.judged-again", entry: queued.length === 1 ? first.name : `${queued.length} drawings` }],
        on,
      );
    return queued.length;
  });

/** Files that nothing is being done about; their rows are held, so that two who ask at once queue each of them once. */
async function notUnderWay<T extends { readonly id: string }>(on: Transaction, files: readonly T[]): Promise<T[]> {
  if (files.length === 0) return [];
  const these = inArray(
    inspectedFiles.id,
    files.map(({ id }) => id),
  );
  await on.select({ id: inspectedFiles.id }).from(inspectedFiles).where(these).orderBy(inspectedFiles.id).for("update");
  // Asked when they are held: what another queued meanwhile is seen only by a statement that begins after it.
  const rows = await on
    .select({ id: inspectedFiles.id })
    .from(inspectedFiles)
    .where(and(these, sql`not ${isJudgedAgain()}`));
  const free = new Set(rows.map(({ id }) => id));
  return files.filter(({ id }) => free.has(id));
}
