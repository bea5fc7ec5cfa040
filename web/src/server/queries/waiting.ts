import { count, eq, inArray, sql } from "drizzle-orm";
import { database } from "../database/client";
import { jobs } from "../database/schema";

/** Jobs that wait, of one person of one office. */
export interface Line {
  readonly officeId: string;
  readonly askedBy: string | null;
  readonly waiting: number;
}

/**
 * How many jobs are begun before the n-th (from 0) of one person's line, as offices take turns, and the people of an
 * office theirs: of everybody else as many as have their turn until then.
 */
export function beforeIn(lines: readonly Line[], own: Omit<Line, "waiting">, nth: number): number {
  const isOwnOffice = (line: Line): boolean => line.officeId === own.officeId;
  const others = lines.filter((line) => isOwnOffice(line) && line.askedBy !== own.askedBy);
  const inOffice = nth + others.reduce((sum, { waiting }) => sum + Math.min(waiting, nth + 1), 0);
  const offices = new Map<string, number>();
  for (const line of lines)
    if (!isOwnOffice(line)) offices.set(line.officeId, (offices.get(line.officeId) ?? 0) + line.waiting);
  return [...offices.values()].reduce((sum, waiting) => sum + Math.min(waiting, inOffice + 1), inOffice);
}

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
