import { and, eq, inArray } from "drizzle-orm";
import type { Database } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { files, inspectedFiles, inspections } from "../database/schema";
import { keepFile } from "../files/keep";
import { maxFileBytes } from "../files/limits";
import { Heartbeat } from "./heartbeat";
import { standardFor } from "../queries/standard";
import { inThread } from "./threads";

/** Mends one file into a new one; the file as received stays as it is. */
export async function runMendJob(database: Database, fileId: string, only: readonly string[] | null): Promise<void> {
  const taken = await database
    .update(inspectedFiles)
    .set({ mendState: "working", aliveAt: new Date(), mendProblem: null })
    .where(and(eq(inspectedFiles.id, fileId), inArray(inspectedFiles.mendState, ["waiting", "working"])))
    .returning({ inspectionId: inspectedFiles.inspectionId, sha256: inspectedFiles.sha256 });
  const [file] = taken;
  if (!file) return;
  const [input] = await database
    .select({ bytes: files.bytes, officeId: inspections.officeId, planSetId: inspections.planSetId })
    .from(inspections)
    .innerJoin(files, eq(files.sha256, file.sha256))
    .where(eq(inspections.id, file.inspectionId));
  if (!input) return;
  const standard = await standardFor(input.officeId, input.planSetId, database);
  const heartbeat = new Heartbeat(database, inspectedFiles, fileId, "mendState");
  const set = (values: Partial<typeof inspectedFiles.$inferInsert>): Promise<unknown> =>
    database
      .update(inspectedFiles)
      .set(values)
      .where(and(eq(inspectedFiles.id, fileId), eq(inspectedFiles.mendState, "working")));
  try {
    const result = await inThread(
      { kind: "mend", bytes: input.bytes, standard, maxFileBytes: maxFileBytes(), only },
      { signal: heartbeat.signal },
    );
    if (!result.ok)
      return void (await set({ mendState: "failed", mendProblem: storableText(`${result.problem} ${result.remedy}`) }));
    await keepFile(database, result.sha256, result.bytes);
    await set({
      mendState: "done",
      mendedSha256: result.sha256,
      mendedDrawing: result.drawing,
      mended: storable([...result.mended]),
      left: storable([...result.left]),
    });
  } catch (error) {
    if (!heartbeat.signal.aborted)
      await set({
        mendState: "failed",
        mendProblem: storableText(
          `The file could not be mended: ${error instanceof Error ? error.message : String(error)}`,
        ),
      });
  } finally {
    heartbeat.stop();
  }
}
