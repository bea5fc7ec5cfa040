import { and, desc, eq, sql, type SQL } from "drizzle-orm";
import { upgraded, type OfficeStandard } from "@hemstitch/core/standard";
import { database, type Database, type Transaction } from "../database/client";
import { editions, planSets, standards } from "../database/schema";
import type { JudgedBy } from "../work/of-file";

/** The draft as it stands. One that was kept in an earlier form is brought to today's. */
export async function draftOf(
  officeId: string,
  from: Database | Transaction = database(),
): Promise<{ content: OfficeStandard; version: number }> {
  const [row] = await from
    .select({ content: standards.content, version: standards.version })
    .from(standards)
    .where(eq(standards.officeId, officeId));
  if (!row) throw new Error("The office has no standard.");
  return { ...row, content: today(row.content) };
}

const today = (content: OfficeStandard): OfficeStandard =>
  upgraded(content as unknown as Record<string, unknown>) as unknown as OfficeStandard;

/** The newest published edition; undefined while nothing has been published. */
export async function editionInForce(officeId: string, from: Database = database()) {
  const [row] = await from
    .select()
    .from(editions)
    .where(eq(editions.officeId, officeId))
    .orderBy(desc(editions.number))
    .limit(1);
  return row && { ...row, content: today(row.content) };
}

export async function editionOf(officeId: string, number: number, from: Database = database()) {
  const [row] = await from
    .select()
    .from(editions)
    .where(and(eq(editions.officeId, officeId), eq(editions.number, number)));
  return row && { ...row, content: today(row.content) };
}

/** What drawings of a plan set are judged by: the edition it follows, else the one in force, else the draft. */
export async function standardFor(
  officeId: string,
  planSetId: string | null,
  from: Database = database(),
): Promise<OfficeStandard> {
  return contentOf(officeId, await judgedBy(officeId, planSetId, from), from);
}

/** The standard that something is judged by. */
export async function contentOf(officeId: string, by: JudgedBy, from: Database = database()): Promise<OfficeStandard> {
  const edition = by === "draft" ? undefined : await editionOf(officeId, by, from);
  return edition?.content ?? (await draftOf(officeId, from)).content;
}

/** By what drawings of a plan set are judged now. */
export async function judgedBy(
  officeId: string,
  planSetId: string | null,
  from: Database = database(),
): Promise<JudgedBy> {
  const [followed] =
    planSetId === null
      ? []
      : await from.select({ edition: planSets.edition }).from(planSets).where(eq(planSets.id, planSetId));
  const numbered = (number: SQL) =>
    from
      .select({ number: editions.number })
      .from(editions)
      .where(and(eq(editions.officeId, officeId), number))
      .orderBy(desc(editions.number))
      .limit(1);
  const [edition] = await numbered(followed?.edition ? eq(editions.number, followed.edition) : sql`true`);
  return edition?.number ?? "draft";
}
