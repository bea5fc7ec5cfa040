import { and, asc, eq, isNull, sql } from "drizzle-orm";
import { database, type Transaction } from "../database/client";
import { planSets, sheets, sourceDrawings } from "../database/schema";
import { fileBytes } from "../files/pieces";
import { usedPlanSets, type Scope } from "./scope";

export const planSetsOf = (scope: Scope) =>
  database()
    .select({
      id: planSets.id,
      name: planSets.name,
      units: planSets.units,
      particulars: planSets.particulars,
      // Conditions of their own keep the names of their tables; columns that stand in the text alone would lose them.
      sheets: sql<number>`(select count(*)::int from ${sheets} where ${and(eq(sheets.planSetId, planSets.id), isNull(sheets.takenAt))})`,
      sources: sql<number>`(select count(*)::int from ${sourceDrawings} where ${and(eq(sourceDrawings.planSetId, planSets.id), isNull(sourceDrawings.takenAt))})`,
    })
    .from(planSets)
    .where(usedPlanSets(scope))
    .orderBy(asc(planSets.madeAt));

export async function planSetOf(scope: Scope, planSetId: string) {
  const [row] = await database()
    .select()
    .from(planSets)
    .where(and(eq(planSets.id, planSetId), usedPlanSets(scope)));
  return row;
}

export type PlanSet = NonNullable<Awaited<ReturnType<typeof planSetOf>>>;

/** Holds a plan set: its sheets are numbered, and its drawings placed and taken away, one after the other. */
export const lockPlanSet = (on: Transaction, planSetId: string): Promise<unknown> =>
  on.select({ id: planSets.id }).from(planSets).where(eq(planSets.id, planSetId)).for("update");

export const sheetsOf = (planSetId: string) =>
  database()
    .select()
    .from(sheets)
    .where(and(eq(sheets.planSetId, planSetId), isNull(sheets.takenAt)))
    .orderBy(asc(sheets.position), asc(sheets.number));
export const sourcesOf = (planSetId: string) =>
  database()
    .select({
      id: sourceDrawings.id,
      title: sourceDrawings.title,
      fileName: sourceDrawings.fileName,
      drawnAt: sourceDrawings.drawnAt,
      sha256: sourceDrawings.sha256,
      madeAt: sourceDrawings.madeAt,
    })
    .from(sourceDrawings)
    .where(and(eq(sourceDrawings.planSetId, planSetId), isNull(sourceDrawings.takenAt)))
    .orderBy(asc(sourceDrawings.title), asc(sourceDrawings.madeAt));

export type Sheet = Awaited<ReturnType<typeof sheetsOf>>[number];
export type Source = Awaited<ReturnType<typeof sourcesOf>>[number];

/** A sheet of the office with its plan set. */
export async function sheetOf(scope: Scope, sheetId: string) {
  const [row] = await database()
    .select({ sheet: sheets, planSet: planSets })
    .from(sheets)
    .innerJoin(planSets, eq(planSets.id, sheets.planSetId))
    .where(and(eq(sheets.id, sheetId), isNull(sheets.takenAt), usedPlanSets(scope)));
  return row;
}

const isSource = (planSetId: string, sourceId: string) =>
  and(eq(sourceDrawings.id, sourceId), eq(sourceDrawings.planSetId, planSetId), isNull(sourceDrawings.takenAt));

/** Whether a plan set has a source drawing in use. */
export async function hasSource(on: Transaction, planSetId: string, sourceId: string): Promise<boolean> {
  const rows = await on.select({ id: sourceDrawings.id }).from(sourceDrawings).where(isSource(planSetId, sourceId));
  return rows.length > 0;
}

/** A source drawing of a plan set with its bytes. */
export async function sourceBytes(planSetId: string, sourceId: string) {
  const [row] = await database()
    .select({ sha256: sourceDrawings.sha256, drawnAt: sourceDrawings.drawnAt, title: sourceDrawings.title })
    .from(sourceDrawings)
    .where(isSource(planSetId, sourceId));
  const bytes = row && (await fileBytes(database(), row.sha256));
  return bytes && { ...row, bytes };
}
