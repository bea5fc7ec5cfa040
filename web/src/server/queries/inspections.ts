import { and, asc, desc, eq, inArray, isNotNull, sql } from "drizzle-orm";
import { database } from "../database/client";
import { inspectedFiles, inspections, planSets } from "../database/schema";
import { within, type Scope } from "./scope";

const summary = {
  id: inspectedFiles.id,
  name: inspectedFiles.name,
  state: inspectedFiles.state,
  progress: inspectedFiles.progress,
  problem: inspectedFiles.problem,
  remedy: inspectedFiles.remedy,
  pages: inspectedFiles.pages,
  stops: inspectedFiles.stops,
  mends: inspectedFiles.mends,
  notes: inspectedFiles.notes,
  mendState: inspectedFiles.mendState,
  mendProblem: inspectedFiles.mendProblem,
};

/** The files of an inspection, without what is heavy. */
export const filesOf = (inspectionId: string) =>
  database()
    .select(summary)
    .from(inspectedFiles)
    .where(eq(inspectedFiles.inspectionId, inspectionId))
    .orderBy(asc(inspectedFiles.name), asc(inspectedFiles.madeAt));

export type FileSummary = Awaited<ReturnType<typeof filesOf>>[number];

export async function inspectionOf(scope: Scope, inspectionId: string) {
  const [row] = await database()
    .select({
      id: inspections.id,
      name: inspections.name,
      madeAt: inspections.madeAt,
      planSetId: inspections.planSetId,
    })
    .from(inspections)
    .where(and(eq(inspections.id, inspectionId), within(scope, inspections.officeId, inspections.planSetId)));
  return row;
}

/** All inspections of an office, newest first, with their sums. */
export const inspectionsOf = (scope: Scope, most = 100) =>
  database()
    .select({
      id: inspections.id,
      name: inspections.name,
      madeAt: inspections.madeAt,
      planSet: planSets.name,
      files: sql<number>`count(${inspectedFiles.id})::int`,
      busy: sql<number>`count(*) filter (where ${inspectedFiles.state} in ('waiting', 'working'))::int`,
      stops: sql<number>`coalesce(sum(${inspectedFiles.stops}), 0)::int`,
      mends: sql<number>`coalesce(sum(${inspectedFiles.mends}), 0)::int`,
      notes: sql<number>`coalesce(sum(${inspectedFiles.notes}), 0)::int`,
    })
    .from(inspections)
    .leftJoin(inspectedFiles, eq(inspectedFiles.inspectionId, inspections.id))
    .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
    .where(within(scope, inspections.officeId, inspections.planSetId))
    .groupBy(inspections.id, planSets.name)
    .orderBy(desc(inspections.madeAt))
    .limit(most);

/** One inspected file that the asker sees with its findings, without drawings. */
export async function inspectedFile(scope: Scope, fileId: string) {
  const [row] = await database()
    .select({
      ...summary,
      inspectionId: inspectedFiles.inspectionId,
      sha256: inspectedFiles.sha256,
      layers: inspectedFiles.layers,
      statedScale: inspectedFiles.statedScale,
      standardName: inspectedFiles.standardName,
      findings: inspectedFiles.findings,
      notJudged: inspectedFiles.notJudged,
      mended: inspectedFiles.mended,
      left: inspectedFiles.left,
      mendedSha256: inspectedFiles.mendedSha256,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(and(eq(inspectedFiles.id, fileId), within(scope, inspections.officeId, inspections.planSetId)));
  return row;
}

export type InspectedFileDetail = NonNullable<Awaited<ReturnType<typeof inspectedFile>>>;

export async function drawingOf(scope: Scope, fileId: string, mended: boolean): Promise<Uint8Array | undefined> {
  const [row] = await database()
    .select({ drawing: mended ? inspectedFiles.mendedDrawing : inspectedFiles.drawing })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(and(eq(inspectedFiles.id, fileId), within(scope, inspections.officeId, inspections.planSetId)));
  return row?.drawing ?? undefined;
}

/** Stops what waits or works; what is done stays done. */
export const cancelFiles = (fileIds: readonly string[]) =>
  database()
    .update(inspectedFiles)
    .set({ state: "cancelled", finishedAt: new Date() })
    .where(and(inArray(inspectedFiles.id, [...fileIds]), inArray(inspectedFiles.state, ["waiting", "working"])))
    .returning({ id: inspectedFiles.id });

/** Kept drawings of plan sets that a standard can be tried on, those with the fewest findings first. */
export const sampleDrawings = (scope: Scope, most = 20) =>
  database()
    .select({ fileId: inspectedFiles.id, name: inspectedFiles.name })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(
      and(
        within(scope, inspections.officeId, inspections.planSetId),
        eq(inspectedFiles.state, "done"),
        isNotNull(inspectedFiles.drawing),
      ),
    )
    .orderBy(
      asc(sql`${inspectedFiles.stops} + ${inspectedFiles.mends} + ${inspectedFiles.notes}`),
      asc(inspectedFiles.name),
    )
    .limit(most);
