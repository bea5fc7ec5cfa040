import { randomUUID } from "node:crypto";
import { and, eq, inArray } from "drizzle-orm";
import type { Database, Transaction } from "../database/client";
import { storable } from "../database/jsonb";
import { jobs } from "../database/schema";
import type { Orderer } from "../base/orderer";
import type { JobKind } from "./job";

const ROWS_AT_ONCE = 500;

/**
 * Puts jobs of a kind into the queue, in the transaction that makes what they are for: neither is there without
 * the other. Gives their ids, in order.
 */
export async function enqueueAll<A>(
  on: Database | Transaction,
  { kind }: Pick<JobKind<A>, "kind">,
  { officeId, userId }: Orderer,
  all: readonly A[],
): Promise<string[]> {
  const rows = all.map((args) => ({ id: randomUUID(), officeId, askedBy: userId ?? null, kind, args: storable(args) }));
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) await on.insert(jobs).values(rows.slice(i, i + ROWS_AT_ONCE));
  return rows.map(({ id }) => id);
}

/** Puts one job into the queue, and gives its id. */
export async function enqueue<A>(
  on: Database | Transaction,
  kind: Pick<JobKind<A>, "kind">,
  by: Orderer,
  args: A,
): Promise<string> {
  const [id = ""] = await enqueueAll(on, kind, by, [args]);
  return id;
}

/** Stops jobs that wait or work; what has ended stays as it is. Gives those that were stopped. */
export const cancelJobs = (on: Database | Transaction, jobIds: readonly string[]) =>
  on
    .update(jobs)
    .set({ state: "cancelled", finishedAt: new Date() })
    .where(and(inArray(jobs.id, [...jobIds]), inArray(jobs.state, ["waiting", "working"])))
    .returning({ id: jobs.id });

/** Whether a job is still to end. */
export async function isUnderWay(on: Database | Transaction, jobId: string): Promise<boolean> {
  const [job] = await on.select({ state: jobs.state }).from(jobs).where(eq(jobs.id, jobId));
  return job?.state === "waiting" || job?.state === "working";
}
