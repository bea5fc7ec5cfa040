import { and, eq, inArray, isNull, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Asker } from "../access/access";
import { inspectedFiles, inspections, planSets } from "../database/schema";

/** Whose rows are asked for: an office's, and of these the plan sets that the asker sees. */
export type Scope = Pick<Asker, "officeId" | "planSets">;

/** Rows of the scope's office, and of its plan sets where it sees only some. */
export function within(scope: Scope, officeId: PgColumn, planSetId: PgColumn): SQL | undefined {
  const { planSets } = scope;
  if (planSets === null) return eq(officeId, scope.officeId);
  return and(eq(officeId, scope.officeId), planSets.length === 0 ? sql`false` : inArray(planSetId, [...planSets]));
}

/** Plan sets of the scope that are in use, not in the bin. */
export const usedPlanSets = (scope: Scope): SQL | undefined =>
  and(within(scope, planSets.officeId, planSets.id), isNull(planSets.takenAt));

/** Inspections of the scope that are in use; with a plan set its inspections are in the bin. */
export const usedInspections = (scope: Scope): SQL | undefined =>
  and(within(scope, inspections.officeId, inspections.planSetId), isNull(inspections.takenAt), isOfUsedPlanSet());

/** Inspections of a plan set that is in use, or of none. */
export const isOfUsedPlanSet = (): SQL =>
  sql`not exists (select from plan_sets as their_set where their_set.id = ${inspections.planSetId} and their_set.taken_at is not null)`;

/** Files of inspections of the scope that are in use. */
export const usedFiles = (scope: Scope): SQL | undefined => and(usedInspections(scope), isNull(inspectedFiles.takenAt));
