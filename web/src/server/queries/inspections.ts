import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { titleOf } from "@hemstitch/core/rules";
import type { Asker } from "../access/access";
import { database } from "../database/client";
import { inspectedFiles, inspections, jobs, planSets } from "../database/schema";
import { cancelJobs, enqueue, isUnderWay } from "../work/enqueue";
import type { Orderer } from "../base/orderer";
import { keptDrawing } from "../work/kept-drawing";
import { findingsOf } from "./findings";
import { behindNow, isJudgedAgain } from "./judged";
import { record } from "../log/log";
import { usedFiles, usedInspections, type Scope } from "./scope";
import { standardFor } from "./standard";
import { waitingBefore } from "./waiting";

/** The newest job that mends a file, beside the one that inspects it. */
const mendJobs = alias(jobs, "mend_jobs");

const summary = {
  id: inspectedFiles.id,
  name: inspectedFiles.name,
  state: jobs.state,
  progress: jobs.progress,
  problem: jobs.problem,
  remedy: jobs.remedy,
  pages: inspectedFiles.pages,
  stops: inspectedFiles.stops,
  mends: inspectedFiles.mends,
  notes: inspectedFiles.notes,
  mendState: mendJobs.state,
  /** Whether it is to be judged again, or just being so. */
  judging: isJudgedAgain(),
  mendProblem: sql<string | null>`nullif(concat_ws(' ', ${mendJobs.problem}, ${mendJobs.remedy}), '')`,
};

/** The files of an inspection, without what is heavy; of those that wait, how many jobs are begun before. */
export async function filesOf(inspectionId: string) {
  const rows = await summariesOf(inspectionId);
  const waiting = rows.filter(({ state }) => state === "waiting").map(({ jobId }) => jobId);
  const before = await waitingBefore(waiting);
  return rows.map(({ jobId, ...file }) => ({ ...file, before: before.get(jobId) ?? 0 }));
}

const summariesOf = (inspectionId: string) =>
  database()
    .select({ ...summary, jobId: inspectedFiles.jobId })
    .from(inspectedFiles)
    .innerJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .leftJoin(mendJobs, eq(mendJobs.id, inspectedFiles.mendJobId))
    .where(and(eq(inspectedFiles.inspectionId, inspectionId), isNull(inspectedFiles.takenAt)))
    .orderBy(asc(inspectedFiles.name), asc(inspectedFiles.madeAt));

export type FileSummary = Awaited<ReturnType<typeof filesOf>>[number];

export async function inspectionOf(scope: Scope, inspectionId: string) {
  const [row] = await database()
    .select({
      id: inspections.id,
      name: inspections.name,
      madeAt: inspections.madeAt,
      planSetId: inspections.planSetId,
      madeBy: inspections.madeBy,
    })
    .from(inspections)
    .where(and(eq(inspections.id, inspectionId), usedInspections(scope)));
  return row;
}

export type InspectionRow = NonNullable<Awaited<ReturnType<typeof inspectionOf>>>;

/** All inspections of an office, newest first, with their sums. */
export const inspectionsOf = (scope: Scope, most = 100) =>
  database()
    .select({
      id: inspections.id,
      name: inspections.name,
      madeAt: inspections.madeAt,
      madeBy: inspections.madeBy,
      planSet: planSets.name,
      files: sql<number>`count(${inspectedFiles.id})::int`,
      busy: sql<number>`count(*) filter (where ${jobs.state} in ('waiting', 'working'))::int`,
      stops: sql<number>`coalesce(sum(${inspectedFiles.stops}), 0)::int`,
      mends: sql<number>`coalesce(sum(${inspectedFiles.mends}), 0)::int`,
      notes: sql<number>`coalesce(sum(${inspectedFiles.notes}), 0)::int`,
    })
    .from(inspections)
    .leftJoin(inspectedFiles, and(eq(inspectedFiles.inspectionId, inspections.id), isNull(inspectedFiles.takenAt)))
    .leftJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
    .where(usedInspections(scope))
    .groupBy(inspections.id, planSets.name)
    .orderBy(desc(inspections.madeAt))
    .limit(most);

const detail = {
  ...summary,
  inspectionId: inspectedFiles.inspectionId,
  sha256: inspectedFiles.sha256,
  layers: inspectedFiles.layers,
  statedScale: inspectedFiles.statedScale,
  kind: inspectedFiles.kind,
  kinds: inspectedFiles.kinds,
  standardName: inspectedFiles.standardName,
  judgedBy: inspectedFiles.judgedBy,
  notJudged: inspectedFiles.notJudged,
  unread: inspectedFiles.unread,
  mended: inspectedFiles.mended,
  mendedSha256: inspectedFiles.mendedSha256,
};

/** One inspected file that the asker sees, without its findings. */
export async function inspectedFile(scope: Scope, fileId: string) {
  const [row] = await database()
    .select(detail)
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .innerJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .leftJoin(mendJobs, eq(mendJobs.id, inspectedFiles.mendJobId))
    .where(and(eq(inspectedFiles.id, fileId), usedFiles(scope)));
  return row;
}

/** One inspected file that the asker sees, with what was found in it as received and as mended. */
export async function inspectedFileWithFindings(scope: Scope, fileId: string) {
  const file = await inspectedFile(scope, fileId);
  if (!file) return undefined;
  const [findings, left, behind] = await Promise.all([
    findingsOf(fileId, "received"),
    findingsOf(fileId, "mended"),
    behindNow(scope, fileId),
  ]);
  const titled = <T extends { readonly rule: string }>(rows: readonly T[] | null) =>
    (rows ?? []).map((row) => ({ ...row, title: titleOf(row.rule) }));
  return {
    ...file,
    behind,
    findings,
    left,
    notJudged: titled(file.notJudged),
    mended: titled(file.mended),
  };
}

export type InspectedFileDetail = NonNullable<Awaited<ReturnType<typeof inspectedFileWithFindings>>>;

/**
 * The drawing of a file that the asker sees, packed and gzipped. Where today's reader has not read
 * it yet it is queued to be read again: `under-way` until it is there.
 */
export async function drawingOf(
  scope: Scope & Orderer,
  fileId: string,
  mended: boolean,
): Promise<Uint8Array | "under-way" | undefined> {
  const file = await inspectedFile(scope, fileId);
  const sha256 = mended ? file?.mendedSha256 : file?.sha256;
  if (!file || !sha256 || file.state !== "done") return undefined;
  return (await keptDrawing(database(), sha256)) ?? (await readAgain(scope, sha256));
}

/** What a file that the asker sees is judged by. */
export async function standardOfFile(scope: Scope & { readonly officeId: string }, fileId: string) {
  const [row] = await database()
    .select({ planSetId: inspections.planSetId })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(and(eq(inspectedFiles.id, fileId), usedFiles(scope)));
  return row && standardFor(scope.officeId, row.planSetId);
}

/** Queues the reading of a file, once, however many ask for it. */
async function readAgain(by: Orderer, sha256: string): Promise<"under-way" | undefined> {
  const [last] = await database()
    .select({ id: jobs.id, state: jobs.state })
    .from(jobs)
    .where(and(eq(jobs.officeId, by.officeId), eq(jobs.kind, "read-again"), sql`${jobs.args}->>'sha256' = ${sha256}`))
    .orderBy(desc(jobs.madeAt))
    .limit(1);
  if (last?.state === "failed") return undefined;
  if (!last || !(await isUnderWay(database(), last.id)))
    await enqueue(database(), { kind: "read-again" }, by, { sha256 });
  return "under-way";
}

/** Stops the inspections of files that wait or work, and notes who did; what is done stays done. Gives how many. */
export const cancelFiles = (
  asker: Pick<Asker, "officeId" | "who">,
  files: readonly { readonly id: string; readonly name: string }[],
): Promise<number> =>
  database().transaction(async (on) => {
    const rows = await on
      .select({ jobId: inspectedFiles.jobId, name: inspectedFiles.name })
      .from(inspectedFiles)
      .where(
        inArray(
          inspectedFiles.id,
          files.map(({ id }) => id),
        ),
      );
    const stopped = new Set(
      (
        await cancelJobs(
          on,
          rows.map((row) => row.jobId),
        )
      ).map(({ id }) => id),
    );
    await record(
      asker,
      rows.filter(({ jobId }) => stopped.has(jobId)).map(({ name }) => ({ what: "file.cancelled", entry: name })),
      on,
    );
    return stopped.size;
  });

export const NOT_YOURS = { message: "Somebody else handed this in; only they or the office can cancel it." };

/** Whether somebody may stop an inspection: who is from outside, only what they handed in themselves. */
export const mayCancel = (asker: Asker, { madeBy }: { readonly madeBy: string | null }): boolean =>
  asker.planSets === null || madeBy === asker.userId;

/** Inspected drawings of plan sets that a standard can be tried on, those with the fewest findings first. */
export const sampleDrawings = (scope: Scope, most = 20) =>
  database()
    .select({ fileId: inspectedFiles.id, name: inspectedFiles.name })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .innerJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .where(and(usedFiles(scope), eq(jobs.state, "done")))
    .orderBy(
      asc(sql`${inspectedFiles.stops} + ${inspectedFiles.mends} + ${inspectedFiles.notes}`),
      asc(inspectedFiles.name),
    )
    .limit(most);
