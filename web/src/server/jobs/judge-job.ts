import { eq } from "drizzle-orm";
import { storable } from "../database/jsonb";
import { inspectedFiles, inspections } from "../database/schema";
import type { Database } from "../database/client";
import { keepFindings } from "../queries/findings";
import { contentOf, judgedBy } from "../queries/standard";
import { editionInWords, factsOf, sumsOf } from "./inspect-job";
import type { OfFile } from "../work/of-file";
import { defineJob } from "../work/job";
import { drawingOfFile } from "../work/kept-drawing";
import { inThread } from "../work/threads";
import type { ThreadTask } from "../work/thread-work";

/**
 * Judges a file that was inspected before by what is in force now: its kept drawing, and that of its mended file, so that
 * no file is read. Until it is done what was found before stays to be seen.
 */
export const judgeAgain = defineJob<OfFile>({
  kind: "judge-again",
  onError: { problem: "The drawing could not be judged again", remedy: "Hand the file in again." },
  async run({ args, database, signal, settle }) {
    const file = await fileOf(database, args.fileId);
    if (!file) return { problem: "The file no longer exists." };
    const by = args.by ?? (await judgedBy(file.officeId, file.planSetId, database));
    if (args.by === undefined) await settle({ by });
    const standard = await contentOf(file.officeId, by, database);
    const given = { ...(file.kind === null ? {} : { kind: file.kind }), ...(await factsOf(file.planSetId, database)) };
    const judged = async (sha256: string) => {
      const drawing = await drawingOfFile(database, sha256, signal);
      if (!drawing) return { ok: false, problem: "The file can't be read any more." } as const;
      return inThread({ kind: "judge", drawing, standard, given } satisfies ThreadTask, { signal });
    };
    const received = await judged(file.sha256);
    if (!received.ok) return { problem: received.problem };
    const mended = file.mendedSha256 === null ? undefined : await judged(file.mendedSha256);
    if (mended && !mended.ok) return { problem: mended.problem };
    return {
      done: async (on) => {
        await keepFindings(on, args.fileId, "received", received.findings);
        if (mended) await keepFindings(on, args.fileId, "mended", mended.findings);
        await on
          .update(inspectedFiles)
          .set({
            kinds: storable([...received.kinds]),
            standardName: editionInWords(standard),
            judgedBy: String(standard.edition),
            notJudged: storable([...received.notJudged]),
            ...sumsOf(received.findings),
          })
          .where(eq(inspectedFiles.id, args.fileId));
      },
    };
  },
});

async function fileOf(database: Database, fileId: string) {
  const [row] = await database
    .select({
      sha256: inspectedFiles.sha256,
      mendedSha256: inspectedFiles.mendedSha256,
      kind: inspectedFiles.kind,
      officeId: inspections.officeId,
      planSetId: inspections.planSetId,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(eq(inspectedFiles.id, fileId));
  return row;
}
