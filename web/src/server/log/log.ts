import { and, desc, eq, gte, ilike, lte, or, sql, type SQL } from "drizzle-orm";
import type { EditStep } from "@hemstitch/core/standard";
import { database, type Database, type Transaction } from "../database/client";
import { storable, storableText } from "../database/jsonb";
import { changeLog } from "../database/schema";

const ROWS_AT_ONCE = 500;

/** By whom something was done, in which office. */
interface Doer {
  readonly officeId: string;
  readonly who: string;
}

/** Writes lines into the log, in the transaction that makes the change: neither is stored without the other. */
export async function record(asker: Doer, steps: readonly EditStep[], on: Database | Transaction): Promise<void> {
  const rows = steps.map(({ what, entry, before, after }) => ({
    officeId: asker.officeId,
    who: asker.who,
    what,
    entry: entry === undefined ? null : storableText(entry),
    before: storable(before ?? null),
    after: storable(after ?? null),
  }));
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await on.insert(changeLog).values(rows.slice(i, i + ROWS_AT_ONCE));
}

export interface LogFilter {
  readonly who?: string;
  /** Beginning of what was changed: `standard.layers`, `plan-set`. */
  readonly what?: string;
  /** Words in the entry's name. */
  readonly words?: string;
  readonly from?: Date;
  readonly to?: Date;
}

const matching = (text: string): string => `%${text.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;

/** The log of an office, newest first. */
export const logOf = (officeId: string, filter: LogFilter, most: number) => {
  const conditions: (SQL | undefined)[] = [
    eq(changeLog.officeId, officeId),
    filter.who ? eq(changeLog.who, filter.who) : undefined,
    filter.what ? sql`${changeLog.what} like ${`${filter.what.replace(/[\\%_]/g, (c) => `\\${c}`)}%`}` : undefined,
    filter.words
      ? or(ilike(changeLog.entry, matching(filter.words)), ilike(changeLog.what, matching(filter.words)))
      : undefined,
    filter.from ? gte(changeLog.at, filter.from) : undefined,
    filter.to ? lte(changeLog.at, filter.to) : undefined,
  ];
  return database()
    .select({
      id: changeLog.id,
      at: changeLog.at,
      who: changeLog.who,
      what: changeLog.what,
      entry: changeLog.entry,
      before: changeLog.before,
      after: changeLog.after,
    })
    .from(changeLog)
    .where(and(...conditions))
    .orderBy(desc(changeLog.id))
    .limit(most);
};

export type LogRow = Awaited<ReturnType<typeof logOf>>[number];

export const peopleInLog = async (officeId: string): Promise<string[]> =>
  (
    await database()
      .selectDistinct({ who: changeLog.who })
      .from(changeLog)
      .where(eq(changeLog.officeId, officeId))
      .orderBy(changeLog.who)
  ).map((row) => row.who);
