import { and, count, eq, inArray, ne, sql, type SQL } from "drizzle-orm";
import { bad, good, type Result } from "@hemstitch/core/quantity";
import type { Database, Transaction } from "../database/client";
import { files, JUDGE_AGAIN, jobs, officeFiles, uploads } from "../database/schema";

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

/** What somebody and their office have taken of an installation; what is on its way counts as there. */
async function takenBy(on: On, { officeId, userId }: Bringer) {
  const bytesOf = (where: SQL): SQL<number> =>
    sql`(select coalesce(sum(${files.size}), 0)::float8 from ${officeFiles} join ${files} on ${files.sha256} = ${officeFiles.sha256} where ${where})`;
  const comingTo = (where: SQL): SQL<number> =>
    sql`(select coalesce(sum(coalesce(${uploads.size}, ${uploads.received})), 0)::float8 from ${uploads} where ${where})`;
  const today = sql`${officeFiles.since} > now() - interval '1 day'`;
  // One statement: under load every other one waits for its turn.
  const {
    rows: [taken],
  } = await on.execute<{ office: number; today: number; open: number }>(sql`select
    ${bytesOf(eq(officeFiles.officeId, officeId))} + ${comingTo(eq(uploads.officeId, officeId))} as office,
    ${bytesOf(sql`${officeFiles.broughtBy} = ${userId} and ${today}`)} + ${comingTo(eq(uploads.userId, userId))} as today,
    (select count(*)::int from ${uploads} where ${uploads.userId} = ${userId}) as open`);
  if (!taken) throw new Error("A select of single values gives one row.");
  return taken;
}

/** Whether there is room for so many more bytes of somebody, and for one more file on its way. */
export async function roomFor(
  on: On,
  bringer: Bringer,
  bytes: number,
  mostOpen = Infinity,
): Promise<Result<undefined>> {
  const { officeBytes, personBytesADay } = quotas();
  const taken = await takenBy(on, bringer);
  if (taken.office + bytes > officeBytes)
    return bad("over-quota", `Your office keeps ${inGigabytes(officeBytes)} of files, as much as it may.`, {
      remedy: "Ask your administrator for more space.",
    });
  if (taken.today + bytes > personBytesADay)
    return bad("over-quota", `You have brought ${inGigabytes(personBytesADay)} within a day, as much as one may.`, {
      remedy: "Continue tomorrow, or ask your administrator for more.",
    });
  return taken.open < mostOpen
    ? good(undefined)
    : bad("many-uploads", `You have ${mostOpen} files on their way already.`, {
        remedy: "Wait until these have arrived, or cancel them.",
      });
}

/** Whether one more job of somebody may be queued. */
export async function turnFor(on: On, { officeId, userId }: Bringer): Promise<Result<undefined>> {
  const { officeJobs, personJobs } = quotas();
  // What the office has judged again is one job a drawing at the most, and keeps nobody from handing in.
  const open = and(
    eq(jobs.officeId, officeId),
    inArray(jobs.state, ["waiting", "working"]),
    ne(jobs.kind, JUDGE_AGAIN),
  );
  const [waiting] = await on
    .select({ office: count(), person: sql<number>`count(*) filter (where ${jobs.askedBy} = ${userId})::int` })
    .from(jobs)
    .where(open);
  if ((waiting?.office ?? 0) >= officeJobs)
    return bad("over-quota", `${officeJobs} jobs of your office wait already, as many as may.`, {
      remedy: "Wait until some are done.",
    });
  return (waiting?.person ?? 0) >= personJobs
    ? bad("over-quota", `${personJobs} of your jobs wait already, as many as one may have.`, {
        remedy: "Wait until some are done.",
      })
    : good(undefined);
}
