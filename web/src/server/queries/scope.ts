import { and, eq, inArray, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Asker } from "../access/access";

/** Whose rows are asked for: an office's, and of these the plan sets that the asker sees. */
export type Scope = Pick<Asker, "officeId" | "planSets">;

/** Rows of the scope's office, and of its plan sets where it sees only some. */
export function within(scope: Scope, officeId: PgColumn, planSetId: PgColumn): SQL | undefined {
  const { planSets } = scope;
  if (planSets === null) return eq(officeId, scope.officeId);
  return and(eq(officeId, scope.officeId), planSets.length === 0 ? sql`false` : inArray(planSetId, [...planSets]));
}
