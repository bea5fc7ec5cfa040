import { and, eq, inArray } from "drizzle-orm";
import type { Asker } from "../access/access";
import { database, type Database } from "../database/client";
import { inspectedFiles, jobs } from "../database/schema";
import { keepFile } from "../files/keep";
import { enqueue } from "../jobs/enqueue";
import type { OfFile } from "../jobs/inspect-job";
import { record } from "./log";

interface ReceivedFile {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly sha256: string;
}

/** Keeps a file that was handed in and queues its inspection: the file, its row and its job come together. */
export async function handIn(
  officeId: string,
  inspectionId: string,
  { name, bytes, sha256 }: ReceivedFile,
  from: Database = database(),
): Promise<string> {
  const fileId = crypto.randomUUID();
  await from.transaction(async (on) => {
    await keepFile(on, sha256, bytes);
    const args: OfFile = { fileId };
    const jobId = await enqueue(on, { kind: "inspect-file" }, officeId, args);
    await on.insert(inspectedFiles).values({ id: fileId, inspectionId, name, sha256, jobId });
  });
  return fileId;
}

/** Queues the mending of a file, of all or of the chosen findings; false where it is being mended already. */
export async function queueMend(
  asker: Pick<Asker, "officeId" | "who">,
  { id: fileId, name }: { readonly id: string; readonly name: string },
  only: readonly string[] | undefined,
): Promise<boolean> {
  return database().transaction(async (on) => {
    const [file] = await on
      .select({ mendJobId: inspectedFiles.mendJobId })
      .from(inspectedFiles)
      .where(eq(inspectedFiles.id, fileId))
      .for("update");
    if (file?.mendJobId) {
      const busy = await on
        .select({ id: jobs.id })
        .from(jobs)
        .where(and(eq(jobs.id, file.mendJobId), inArray(jobs.state, ["waiting", "working"])));
      if (busy.length > 0) return false;
    }
    const args = { fileId, ...(only ? { only } : {}) };
    const mendJobId = await enqueue(on, { kind: "mend-file" }, asker.officeId, args);
    await on.update(inspectedFiles).set({ mendJobId }).where(eq(inspectedFiles.id, fileId));
    await record(asker, [{ what: "file.mend", entry: name, after: { fileId, only: only ?? null } }], on);
    return true;
  });
}
