import { and, desc, eq } from "drizzle-orm";
import { titleOf } from "@hemstitch/core/rules";
import { database } from "../database/client";
import type { EffectFinding, EffectRow } from "../database/rows";
import { effects, jobs } from "../database/schema";
import { cancelJobs, enqueue } from "../work/enqueue";
import type { Orderer } from "../base/orderer";

const columns = {
  id: effects.id,
  draftVersion: effects.draftVersion,
  edition: effects.edition,
  state: jobs.state,
  progress: jobs.progress,
  problem: jobs.problem,
  result: effects.result,
  madeAt: effects.madeAt,
};

/** The newest answer to “what would this draft do?”. */
export async function newestEffect(officeId: string) {
  const [row] = await database()
    .select(columns)
    .from(effects)
    .innerJoin(jobs, eq(jobs.id, effects.jobId))
    .where(eq(effects.officeId, officeId))
    .orderBy(desc(effects.madeAt))
    .limit(1);
  return row && { ...row, result: titled(row.result) };
}

/** Findings are told by the titles that their rules have today. */
function titled(result: EffectRow | null): EffectRow | null {
  const withTitle = (finding: EffectFinding): EffectFinding => ({ ...finding, title: titleOf(finding.rule) });
  return (
    result && {
      ...result,
      sets: result.sets.map((set) => ({
        ...set,
        drawings: set.drawings.map((drawing) => ({
          ...drawing,
          gainedFindings: drawing.gainedFindings.map(withTitle),
          lostFindings: drawing.lostFindings.map(withTitle),
        })),
      })),
    }
  );
}

export async function effectRow(officeId: string, effectId: string) {
  const [row] = await database()
    .select({ ...columns, jobId: effects.jobId })
    .from(effects)
    .innerJoin(jobs, eq(jobs.id, effects.jobId))
    .where(and(eq(effects.id, effectId), eq(effects.officeId, officeId)));
  return row && { ...row, result: titled(row.result) };
}

export type EffectState = NonNullable<Awaited<ReturnType<typeof newestEffect>>>;

/** Asks what a draft would do: the question and the job that answers it come together. */
export async function askForEffect(by: Orderer, draftVersion: number, edition: number): Promise<string> {
  const effectId = crypto.randomUUID();
  await database().transaction(async (on) => {
    const jobId = await enqueue(on, { kind: "effect-of-draft" }, by, { effectId });
    await on.insert(effects).values({ id: effectId, officeId: by.officeId, draftVersion, edition, jobId });
  });
  return effectId;
}

export async function cancelEffect(officeId: string, effectId: string) {
  const effect = await effectRow(officeId, effectId);
  return effect ? cancelJobs(database(), [effect.jobId]) : [];
}
