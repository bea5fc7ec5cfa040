import { desc, eq, sql } from "drizzle-orm";
import { database } from "../database/client";
import type { FindingRow } from "../database/rows";
import { inspectedFiles, inspections, planSets } from "../database/schema";
import { within, type Scope } from "./scope";

/** The newest look at each file of an office, with what was found in it. */
async function newestLooks(scope: Scope) {
  const rows = await database()
    .selectDistinctOn([inspectedFiles.sha256], {
      id: inspectedFiles.id,
      inspectionId: inspectedFiles.inspectionId,
      name: inspectedFiles.name,
      state: inspectedFiles.state,
      problem: inspectedFiles.problem,
      stops: inspectedFiles.stops,
      mends: inspectedFiles.mends,
      notes: inspectedFiles.notes,
      planSet: planSets.name,
      finishedAt: inspectedFiles.finishedAt,
      mendedSha256: inspectedFiles.mendedSha256,
      findings: sql<
        Pick<FindingRow, "rule" | "severity" | "count">[] | null
      >`(select jsonb_agg(jsonb_build_object('rule', f->>'rule', 'severity', f->>'severity', 'count', (f->>'count')::int)) from jsonb_array_elements(${inspectedFiles.findings}) f)`,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
    .where(within(scope, inspections.officeId, inspections.planSetId))
    .orderBy(inspectedFiles.sha256, desc(inspectedFiles.madeAt));
  return rows;
}

export interface TodayState {
  readonly waiting: readonly {
    id: string;
    inspectionId: string;
    name: string;
    planSet: string | null;
    stops: number;
    mends: number;
    notes: number;
    problem: string | null;
    mended: boolean;
  }[];
  readonly underWay: number;
  readonly conformity: readonly { planSet: string; clean: number; mend: number; stop: number }[];
  readonly families: readonly { family: string; findings: number; marks: number }[];
}

/** What needs the coordinator now, worked out from the newest look at every file. */
export async function todayOf(scope: Scope): Promise<TodayState> {
  const looks = await newestLooks(scope);
  const done = looks.filter((look) => look.state === "done" || look.state === "failed");
  const waiting = done
    .filter((look) => look.stops + look.mends > 0)
    .sort((a, b) => b.stops - a.stops || b.mends - a.mends)
    .map(({ id, inspectionId, name, planSet, stops, mends, notes, problem, mendedSha256 }) => ({
      id,
      inspectionId,
      name,
      planSet,
      stops,
      mends,
      notes,
      problem,
      mended: mendedSha256 !== null,
    }));
  const sets = [...new Set(done.map((look) => look.planSet ?? "no plan set"))].sort();
  const conformity = sets.map((planSet) => {
    const own = done.filter((look) => (look.planSet ?? "no plan set") === planSet);
    const stop = own.filter((look) => look.stops > 0).length;
    const mend = own.filter((look) => look.stops === 0 && look.mends > 0).length;
    return { planSet, stop, mend, clean: own.length - stop - mend };
  });
  const families = new Map<string, { findings: number; marks: number }>();
  for (const { rule, count } of done.flatMap((look) => look.findings ?? [])) {
    const family = rule.split("/")[0] ?? rule;
    const known = families.get(family) ?? { findings: 0, marks: 0 };
    families.set(family, { findings: known.findings + 1, marks: known.marks + count });
  }
  return {
    waiting,
    underWay: looks.filter((look) => look.state === "waiting" || look.state === "working").length,
    conformity,
    families: [...families].map(([family, sums]) => ({ family, ...sums })).sort((a, b) => b.findings - a.findings),
  };
}
