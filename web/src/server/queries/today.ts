import { and, desc, eq, inArray, sql } from "drizzle-orm";
import { FAMILIES, type Family } from "@hemstitch/core/rules";
import { database } from "../database/client";
import { findings, inspectedFiles, inspections, jobs, planSets } from "../database/schema";
import { countBehind } from "./judged";
import { usedFiles, type Scope } from "./scope";

/** The newest look at each file of an office, with what was found in it. */
async function newestLooks(scope: Scope) {
  const rows = await database()
    .selectDistinctOn([inspectedFiles.sha256], {
      id: inspectedFiles.id,
      inspectionId: inspectedFiles.inspectionId,
      name: inspectedFiles.name,
      state: jobs.state,
      problem: jobs.problem,
      stops: inspectedFiles.stops,
      mends: inspectedFiles.mends,
      notes: inspectedFiles.notes,
      planSet: planSets.name,
      mendedSha256: inspectedFiles.mendedSha256,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .innerJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .leftJoin(planSets, eq(planSets.id, inspections.planSetId))
    .where(usedFiles(scope))
    .orderBy(inspectedFiles.sha256, desc(inspectedFiles.madeAt));
  return rows;
}

/** Findings of files as received, by family of rule, the most first. */
async function familiesIn(fileIds: readonly string[]): Promise<TodayState["families"]> {
  if (fileIds.length === 0) return [];
  const family = sql<string>`split_part(${findings.rule}, '/', 1)`;
  const rows = await database()
    .select({
      family,
      findings: sql<number>`count(*)::int`,
      marks: sql<number>`sum(${findings.count})::int`,
    })
    .from(findings)
    .where(and(inArray(findings.fileId, [...fileIds]), eq(findings.look, "received")))
    .groupBy(family)
    .orderBy(desc(sql`count(*)`), family);
  return rows.map((row) => ({ ...row, title: FAMILIES[row.family as Family] ?? row.family }));
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
  /** Drawings that were judged by an edition that is no longer in force. */
  readonly behind: number;
  readonly conformity: readonly { planSet: string; clean: number; mend: number; stop: number }[];
  readonly families: readonly { family: string; title: string; findings: number; marks: number }[];
}

/** What needs the coordinator now, worked out from the newest look at every file. */
export async function todayOf(scope: Scope): Promise<TodayState> {
  const [looks, behind] = await Promise.all([newestLooks(scope), countBehind(scope)]);
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
  return {
    waiting,
    underWay: looks.filter((look) => look.state === "waiting" || look.state === "working").length,
    behind,
    conformity,
    families: await familiesIn(done.map((look) => look.id)),
  };
}
