import { and, count, eq, gt, inArray, sql } from "drizzle-orm";
import { bad, good, type Result } from "@hemstitch/core/quantity";
import type { Database, Transaction } from "../database/client";
import { files, jobs, officeFiles, uploads } from "../database/schema";

const GIGABYTE = 2 ** 30;

const setting = (name: string, usual: number): number => {
  const said = Number(process.env[name]);
  return said > 0 ? said : usual;
};

/** What one office and one person may take of an installation; docs/running.md says how each is set. */
export const quotas = () => ({
  /** Bytes of all files that an office keeps. */
  officeBytes: setting("HEMSTITCH_OFFICE_GB", 200) * GIGABYTE,
  /** Bytes that one person may bring within a day. */
  personBytesADay: setting("HEMSTITCH_PERSON_GB_A_DAY", 20) * GIGABYTE,
  /** Jobs of an office that may wait or be under way. */
  officeJobs: setting("HEMSTITCH_OFFICE_JOBS", 3000),
  /** The same of one person. */
  personJobs: setting("HEMSTITCH_PERSON_JOBS", 1000),
});

type On = Database | Transaction;

export interface Bringer {
  readonly officeId: string;
  readonly userId: string;
}

const inGigabytes = (bytes: number): string => `${(bytes / GIGABYTE).toFixed(bytes < 10 * GIGABYTE ? 1 : 0)} GB`;

/** Whether there is room for so many more bytes of somebody; what is on its way counts as there. */
export async function roomFor(on: On, { officeId, userId }: Bringer, bytes: number): Promise<Result<undefined>> {
  const { officeBytes, personBytesADay } = quotas();
  const sum = sql<number>`coalesce(sum(${files.size}), 0)::float8`;
  const comingOf = sql<number>`coalesce(sum(coalesce(${uploads.size}, ${uploads.received})), 0)::float8`;
  const [[kept], [brought], [coming], [own]] = await Promise.all([
    on
      .select({ sum })
      .from(officeFiles)
      .innerJoin(files, eq(files.sha256, officeFiles.sha256))
      .where(eq(officeFiles.officeId, officeId)),
    on
      .select({ sum })
      .from(officeFiles)
      .innerJoin(files, eq(files.sha256, officeFiles.sha256))
      .where(and(eq(officeFiles.broughtBy, userId), gt(officeFiles.since, sql`now() - interval '1 day'`))),
    on.select({ sum: comingOf }).from(uploads).where(eq(uploads.officeId, officeId)),
    on.select({ sum: comingOf }).from(uploads).where(eq(uploads.userId, userId)),
  ]);
  if ((kept?.sum ?? 0) + (coming?.sum ?? 0) + bytes > officeBytes)
    return bad("over-quota", `Your office keeps ${inGigabytes(officeBytes)} of files, as much as it may.`, {
      remedy: "Ask whoever runs Hemstitch for more room.",
    });
  if ((brought?.sum ?? 0) + (own?.sum ?? 0) + bytes > personBytesADay)
    return bad("over-quota", `You have brought ${inGigabytes(personBytesADay)} within a day, as much as one may.`, {
      remedy: "Go on tomorrow, or ask whoever runs Hemstitch for more.",
    });
  return good(undefined);
}

/** Whether one more job of somebody may be queued. */
export async function turnFor(on: On, { officeId, userId }: Bringer): Promise<Result<undefined>> {
  const { officeJobs, personJobs } = quotas();
  const open = and(eq(jobs.officeId, officeId), inArray(jobs.state, ["waiting", "working"]));
  const [[office], [person]] = await Promise.all([
    on.select({ n: count() }).from(jobs).where(open),
    on
      .select({ n: count() })
      .from(jobs)
      .where(and(open, eq(jobs.askedBy, userId))),
  ]);
  if ((office?.n ?? 0) >= officeJobs)
    return bad("over-quota", `${officeJobs} jobs of your office wait already, as many as may.`, {
      remedy: "Wait until some are done.",
    });
  return (person?.n ?? 0) >= personJobs
    ? bad("over-quota", `${personJobs} of your jobs wait already, as many as one may have.`, {
        remedy: "Wait until some are done.",
      })
    : good(undefined);
}
