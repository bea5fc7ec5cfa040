import { and, desc, eq, inArray, isNotNull, sql } from "drizzle-orm";
import type { Database } from "../database/client";
import { storable } from "../database/jsonb";
import { effects, inspectedFiles, inspections, planSets } from "../database/schema";
import { draftOf, editionOf } from "../queries/standard";
import { Heartbeat } from "./heartbeat";
import { inThread } from "./threads";

/** Kept drawings that one answer looks at; an office with more is told so. */
const MOST_DRAWINGS = 2000;

/** The newest kept drawing of each file in the plan sets of an office, mended where it has been. */
const keptDrawings = (database: Database, officeId: string) =>
  database
    .selectDistinctOn([planSets.id, inspectedFiles.name], {
      fileId: inspectedFiles.id,
      inspectionId: inspectedFiles.inspectionId,
      name: inspectedFiles.name,
      planSet: planSets.name,
      drawing: sql<Buffer>`coalesce(${inspectedFiles.mendedDrawing}, ${inspectedFiles.drawing})`,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .innerJoin(planSets, eq(planSets.id, inspections.planSetId))
    .where(and(eq(inspections.officeId, officeId), eq(inspectedFiles.state, "done"), isNotNull(inspectedFiles.drawing)))
    .orderBy(planSets.id, inspectedFiles.name, desc(inspectedFiles.madeAt))
    .limit(MOST_DRAWINGS);

/** Answers what the draft would do: every kept drawing judged by the edition, by the draft, and by each change alone. */
export async function runEffectJob(database: Database, effectId: string): Promise<void> {
  const [taken] = await database
    .update(effects)
    .set({ state: "working", progress: 0, aliveAt: new Date(), problem: null })
    .where(and(eq(effects.id, effectId), inArray(effects.state, ["waiting", "working"])))
    .returning({ officeId: effects.officeId, edition: effects.edition });
  if (!taken) return;
  const heartbeat = new Heartbeat(database, effects, effectId, "state");
  try {
    const [edition, draft, kept] = await Promise.all([
      editionOf(taken.officeId, taken.edition, database),
      draftOf(taken.officeId, database),
      keptDrawings(database, taken.officeId),
    ]);
    if (!edition) throw new Error("The edition is not there.");
    const result = await inThread(
      {
        kind: "effect",
        before: edition.content,
        after: draft.content,
        drawings: kept.map(({ drawing, ...rest }) => ({ ...rest, drawing: new Uint8Array(drawing) })),
      },
      { signal: heartbeat.signal, onProgress: (progress) => heartbeat.progress(progress) },
    );
    await database
      .update(effects)
      .set(
        result.ok
          ? { state: "done", progress: 1, result: storable(result.effect) }
          : { state: "failed", problem: result.problem },
      )
      .where(and(eq(effects.id, effectId), eq(effects.state, "working")));
  } catch (error) {
    if (heartbeat.signal.aborted) return;
    await database
      .update(effects)
      .set({
        state: "failed",
        problem: `The drawings could not be judged: ${error instanceof Error ? error.message : String(error)}`,
      })
      .where(and(eq(effects.id, effectId), eq(effects.state, "working")));
  } finally {
    heartbeat.stop();
  }
}
