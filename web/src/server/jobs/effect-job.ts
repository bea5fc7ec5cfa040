import { and, desc, eq, sql } from "drizzle-orm";
import type { Database } from "../database/client";
import { storable } from "../database/jsonb";
import type { EffectFinding, EffectRow } from "../database/rows";
import { effects, inspectedFiles, inspections, jobs, planSets } from "../database/schema";
import { usedFiles } from "../queries/scope";
import { draftOf, editionOf } from "../queries/standard";
import { defineJob } from "../work/job";
import { drawingOfFile } from "../work/kept-drawing";
import { inThread, threadCount } from "../work/threads";
import type { EffectResult } from "../work/thread-work";

/** Kept drawings that one answer looks at; an office with more is told so. */
const MOST_DRAWINGS = 2000;
/** Findings of one drawing that are told one by one; the sums count them all. */
const MOST_TOLD = 40;

/** The newest look at each file in the plan sets of an office: the file as it was mended, where it has been. */
const newestLooks = (database: Database, officeId: string) =>
  database
    .selectDistinctOn([planSets.id, inspectedFiles.name], {
      fileId: inspectedFiles.id,
      inspectionId: inspectedFiles.inspectionId,
      name: inspectedFiles.name,
      planSet: planSets.name,
      sha256: sql<string>`coalesce(${inspectedFiles.mendedSha256}, ${inspectedFiles.sha256})`,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .innerJoin(planSets, eq(planSets.id, inspections.planSetId))
    .innerJoin(jobs, eq(jobs.id, inspectedFiles.jobId))
    .where(and(usedFiles({ officeId, planSets: null }), eq(jobs.state, "done")))
    .orderBy(planSets.id, inspectedFiles.name, desc(inspectedFiles.madeAt))
    .limit(MOST_DRAWINGS);

type Look = Awaited<ReturnType<typeof newestLooks>>[number];
type Judged = Look & { readonly result: EffectResult };

/**
 * Answers what the draft would do: every kept drawing judged by the edition, by the draft, and by
 * each change alone. Each drawing goes to a thread on its own.
 */
export const effectOfDraft = defineJob<{ readonly effectId: string }>({
  kind: "effect-of-draft",
  onError: { problem: "The drawings could not be judged" },
  async run({ args, officeId, database, signal, progress }) {
    const [asked] = await database
      .select({ edition: effects.edition })
      .from(effects)
      .where(eq(effects.id, args.effectId));
    const edition = asked && (await editionOf(officeId, asked.edition, database));
    if (!edition) return { problem: "The edition does not exist." };
    const [{ content: after }, looks] = await Promise.all([
      draftOf(officeId, database),
      newestLooks(database, officeId),
    ]);
    const asking = { kind: "effect", effectId: args.effectId, before: edition.content, after } as const;
    // What the changes are is told first: an office without drawings is answered, too.
    const first = await inThread({ ...asking, drawing: null }, { signal });
    if (!first.ok) return { problem: first.problem };
    const queue = [...looks];
    const judged: Judged[] = [];
    const judgeSome = async (): Promise<void> => {
      for (let look = queue.shift(); look; look = queue.shift()) {
        const drawing = await drawingOfFile(database, look.sha256, signal);
        if (!drawing) continue;
        const result = await inThread({ ...asking, drawing }, { signal });
        if (result.ok) judged.push({ ...look, result });
        progress(1 - queue.length / looks.length);
      }
    };
    await Promise.all(Array.from({ length: threadCount() }, judgeSome));
    return {
      done: (on) =>
        on
          .update(effects)
          .set({ result: storable(summedUp(judged, first.changes)) })
          .where(eq(effects.id, args.effectId)),
    };
  },
});

function summedUp(judged: readonly Judged[], changes: EffectResult["changes"]): EffectRow {
  const sum = (numbers: readonly number[]): number => numbers.reduce((all, each) => all + each, 0);
  const sets = [...new Set(judged.map((each) => each.planSet))].map((planSet) => {
    const drawings = judged
      .filter((each) => each.planSet === planSet)
      .map(({ name, fileId, inspectionId, result: { gained, lost } }) => ({
        name,
        fileId,
        inspectionId,
        gained: gained.length,
        lost: lost.length,
        gainedFindings: gained.slice(0, MOST_TOLD).map(brief),
        lostFindings: lost.slice(0, MOST_TOLD).map(brief),
      }))
      .sort((a, b) => b.gained + b.lost - a.gained - a.lost || a.name.localeCompare(b.name));
    return {
      planSet,
      gained: sum(drawings.map((each) => each.gained)),
      lost: sum(drawings.map((each) => each.lost)),
      drawings,
    };
  });
  return {
    drawings: judged.length,
    sets: sets.sort((a, b) => a.planSet.localeCompare(b.planSet)),
    changes: changes.map((change, i) => ({
      ...change,
      gained: sum(judged.map(({ result }) => result.alone[i]?.gained ?? 0)),
      lost: sum(judged.map(({ result }) => result.alone[i]?.lost ?? 0)),
    })),
  };
}

const brief = ({ rule, title, severity, layer, message, count }: EffectResult["gained"][number]): EffectFinding => ({
  rule,
  title,
  severity,
  ...(layer === undefined ? {} : { layer }),
  message,
  count,
});
