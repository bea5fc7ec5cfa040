import { count, eq, inArray, sql } from "drizzle-orm";
import { database } from "../database/client";
import { jobs } from "../database/schema";
import { beforeIn } from "../work/line";

/** How many jobs are begun before each of some that wait, by their ids; what doesn't wait is left out. */
export async function waitingBefore(jobIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (jobIds.length === 0) return new Map();
  const place = database()
    .select({
      id: jobs.id,
      officeId: jobs.officeId,
      askedBy: jobs.askedBy,
      nth: sql<number>`(row_number() over (partition by ${jobs.officeId}, ${jobs.askedBy} order by ${jobs.madeAt}) - 1)::int`.as(
        "nth",
      ),
    })
    .from(jobs)
    .where(eq(jobs.state, "waiting"))
    .as("place");
  const [own, lines] = await Promise.all([
    database()
      .select()
      .from(place)
      .where(inArray(place.id, [...jobIds])),
    database()
      .select({ officeId: jobs.officeId, askedBy: jobs.askedBy, waiting: count() })
      .from(jobs)
      .where(eq(jobs.state, "waiting"))
      .groupBy(jobs.officeId, jobs.askedBy),
  ]);
  return new Map(own.map(({ id, nth, ...line }) => [id, beforeIn(lines, line, nth)]));
}
