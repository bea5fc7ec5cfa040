import { and, asc, desc, eq, inArray, sql } from "drizzle-orm";
import { database } from "../database/client";
import { inspectedFiles, inspections, planSets } from "../database/schema";

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

export async function inspectionOf(officeId: string, inspectionId: string) {
  const [row] = await database()
    .select({
      id: inspections.id,
      name: inspections.name,
      madeAt: inspections.madeAt,
      planSetId: inspections.planSetId,
    })
    .from(inspections)
    .where(and(eq(inspections.id, inspectionId), eq(inspections.officeId, officeId)));
  return row;
}

/** All inspections of an office, newest first, with their sums. */
export const inspectionsOf = (officeId: string, most = 100) =>
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
    .where(eq(inspections.officeId, officeId))
    .groupBy(inspections.id, planSets.name)
    .orderBy(desc(inspections.madeAt))
    .limit(most);

/** One inspected file of the office with its findings, without drawings. */
export async function inspectedFile(officeId: string, fileId: string) {
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
    .where(and(eq(inspectedFiles.id, fileId), eq(inspections.officeId, officeId)));
  return row;
}

export type InspectedFileDetail = NonNullable<Awaited<ReturnType<typeof inspectedFile>>>;

export async function drawingOf(officeId: string, fileId: string, mended: boolean): Promise<Uint8Array | undefined> {
  const [row] = await database()
    .select({ drawing: mended ? inspectedFiles.mendedDrawing : inspectedFiles.drawing })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(and(eq(inspectedFiles.id, fileId), eq(inspections.officeId, officeId)));
  return row?.drawing ?? undefined;
}

/** Stops what waits or works; what is done stays done. */
export const cancelFiles = (fileIds: readonly string[]) =>
  database()
    .update(inspectedFiles)
    .set({ state: "cancelled", finishedAt: new Date() })
    .where(and(inArray(inspectedFiles.id, [...fileIds]), inArray(inspectedFiles.state, ["waiting", "working"])))
    .returning({ id: inspectedFiles.id });
