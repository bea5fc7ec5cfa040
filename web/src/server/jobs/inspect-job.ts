import { and, eq, inArray } from "drizzle-orm";
import type { Database } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { files, inspectedFiles, inspections } from "../database/schema";
import { maxFileBytes } from "../files/limits";
import { Heartbeat } from "./heartbeat";
import { standardFor } from "../queries/standard";
import { inThread } from "./threads";

/** Inspects one file. Running it twice does no harm: the second run writes the same rows again. */
export async function runInspectJob(database: Database, fileId: string): Promise<void> {
  const taken = await database
    .update(inspectedFiles)
    .set({ state: "working", progress: 0, aliveAt: new Date(), problem: null, remedy: null })
    .where(and(eq(inspectedFiles.id, fileId), inArray(inspectedFiles.state, ["waiting", "working"])))
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
  const heartbeat = new Heartbeat(database, inspectedFiles, fileId, "state");
  try {
    const result = await inThread(
      { kind: "inspect", bytes: input.bytes, standard, maxFileBytes: maxFileBytes() },
      { signal: heartbeat.signal, onProgress: (progress) => heartbeat.progress(progress) },
    );
    if (!result.ok) return await fail(database, fileId, result.problem, result.remedy);
    const count = (severity: string): number =>
      result.findings.filter((finding) => finding.severity === severity).length;
    await database
      .update(inspectedFiles)
      .set({
        state: "done",
        progress: 1,
        pages: result.pages,
        layers: storable([...result.layers]),
        statedScale: result.statedScale,
        standardName: `${standard.name}, ${standard.edition === "draft" ? "draft" : `edition ${standard.edition}`}`,
        findings: storable([...result.findings]),
        notJudged: [...result.notJudged],
        stops: count("stop"),
        mends: count("mend"),
        notes: count("note"),
        drawing: result.drawing,
        finishedAt: new Date(),
      })
      .where(and(eq(inspectedFiles.id, fileId), eq(inspectedFiles.state, "working")));
  } catch (error) {
    if (heartbeat.signal.aborted) return;
    await fail(
      database,
      fileId,
      `The file could not be read to its end: ${error instanceof Error ? error.message : String(error)}`,
      "Export the drawing again, or split it.",
    );
  } finally {
    heartbeat.stop();
  }
}

const fail = async (database: Database, fileId: string, problem: string, remedy: string): Promise<void> =>
  void (await database
    .update(inspectedFiles)
    .set({ state: "failed", problem: storableText(problem), remedy, stops: 1, finishedAt: new Date() })
    .where(and(eq(inspectedFiles.id, fileId), eq(inspectedFiles.state, "working"))));
