import { randomUUID } from "node:crypto";
import { and, eq, inArray, isNull, type SQL } from "drizzle-orm";
import type { Asker } from "../access/access";
import { database, type Database, type Transaction } from "../database/client";
import { inspectedFiles, jobs } from "../database/schema";
import { keepStored, storeBytes, type StoredBytes } from "../files/keep";
import { enqueue, enqueueAll } from "../work/enqueue";
import type { Orderer } from "../base/orderer";
import type { OfFile } from "../work/of-file";
import { record } from "../log/log";

/** A file to hand in: its id, and how its bytes come; nothing where they are gone by the time that they are wanted. */
export interface HandedIn {
  readonly id: string;
  readonly name: string;
  readonly bytes: (on: Transaction) => Promise<StoredBytes | undefined>;
}

/** Makes what has arrived a file and queues its inspection: the file, its row and its job come together, or not at all. */
export const handIn = (
  by: Orderer,
  inspectionId: string,
  { id, name, bytes }: HandedIn,
  from: Database = database(),
): Promise<boolean> =>
  from.transaction(async (on) => {
    const stored = await bytes(on);
    if (!stored) return false;
    await keepStored(on, by, stored);
    const args: OfFile = { fileId: id };
    const jobId = await enqueue(on, { kind: "inspect-file" }, by, args);
    await on.insert(inspectedFiles).values({ id, inspectionId, name, sha256: stored.sha256, jobId });
    return true;
  });

/** Bytes that are at hand, as a file to hand in. */
export const atHand = (name: string, bytes: Uint8Array): HandedIn => ({
  id: randomUUID(),
  name,
  bytes: (on) => storeBytes(on, bytes),
});

/** Queues the mending of a file, of all or of the chosen findings; false where it is being mended already. */
export async function queueMend(
  asker: Pick<Asker, "officeId" | "userId" | "who">,
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
    const mendJobId = await enqueue(on, { kind: "mend-file" }, asker, args);
    await on.update(inspectedFiles).set({ mendJobId }).where(eq(inspectedFiles.id, fileId));
    await record(asker, [{ what: "file.mend", entry: name, after: { fileId, only: only ?? null } }], on);
    return true;
  });
}

/**
 * Queues a file to be inspected anew as another drawing kind; says why not where it is being looked at or was mended:
 * what was mended was mended as what it was.
 */
export async function inspectAs(
  asker: Pick<Asker, "officeId" | "userId" | "who">,
  { id: fileId, name }: { readonly id: string; readonly name: string },
  kind: string | null,
): Promise<"queued" | "busy" | "mended"> {
  return database().transaction(async (on) => {
    const [file] = await on
      .select({ jobId: inspectedFiles.jobId, mendJobId: inspectedFiles.mendJobId, kind: inspectedFiles.kind })
      .from(inspectedFiles)
      .where(eq(inspectedFiles.id, fileId))
      .for("update");
    if (!file || file.mendJobId !== null) return "mended";
    const busy = await on
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.id, file.jobId), inArray(jobs.state, ["waiting", "working"])));
    if (busy.length > 0) return "busy";
    const args: OfFile = { fileId };
    const jobId = await enqueue(on, { kind: "inspect-file" }, asker, args);
    await on.update(inspectedFiles).set({ jobId, kind }).where(eq(inspectedFiles.id, fileId));
    await record(asker, [{ what: "file.kind", entry: name, before: file.kind, after: kind }], on);
    return "queued";
  });
}

/** Queues files whose inspection was stopped to be inspected after all; those in the bin are left out. */
export async function inspectCancelled(on: Transaction, by: Orderer, which: SQL): Promise<void> {
  const files = await on
    .select({ id: inspectedFiles.id })
    .from(inspectedFiles)
    .innerJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .where(and(which, isNull(inspectedFiles.takenAt), eq(jobs.state, "cancelled")));
  const args = files.map(({ id }): OfFile => ({ fileId: id }));
  const jobIds = await enqueueAll(on, { kind: "inspect-file" }, by, args);
  for (const [i, { id }] of files.entries())
    await on
      .update(inspectedFiles)
      .set({ jobId: jobIds[i] ?? "" })
      .where(eq(inspectedFiles.id, id));
}
