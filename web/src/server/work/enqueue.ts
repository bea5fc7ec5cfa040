import { and, eq, inArray } from "drizzle-orm";
import type { Database, Transaction } from "../database/client";
import { storable } from "../database/jsonb";
import { jobs } from "../database/schema";
import type { Orderer } from "../base/orderer";
import type { JobKind } from "./job";

/**
 * Puts a job into the queue, in the transaction that makes what it is for: neither is there without
 * the other. Gives its id.
 */
export async function enqueue<A>(
  on: Database | Transaction,
  { kind }: Pick<JobKind<A>, "kind">,
  { officeId, userId }: Orderer,
  args: A,
): Promise<string> {
  const [made] = await on
    .insert(jobs)
    .values({ officeId, askedBy: userId ?? null, kind, args: storable(args) })
    .returning({ id: jobs.id });
  if (!made) throw new Error("The job could not be stored.");
  return made.id;
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
