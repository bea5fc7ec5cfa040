import { eq } from "drizzle-orm";
import { inspectedFiles, JUDGE_AGAIN } from "../database/schema";
import { keepFindings } from "../queries/findings";
import { defineJob } from "../work/job";
import { drawingOfFile } from "../work/kept-drawing";
import type { OfFile } from "../work/of-file";
import { inThread } from "../work/threads";
import { fileToJudge, judgementOf } from "./file-to-judge";

/**
 * Judges a file that was inspected before by what is in force now: its kept drawing, and that of its mended file, so that
 * no file is read. Until it is done what was found before stays to be seen.
 */
export const judgeAgain = defineJob<OfFile>({
  kind: JUDGE_AGAIN,
  onError: { problem: "The drawing could not be judged again", remedy: "Hand the file in again." },
  async run({ args, database, signal, settle }) {
    const file = await fileToJudge(database, args, settle);
    if (!file) return { problem: "The file no longer exists." };
    const { standard, given } = file;
    const judged = async (sha256: string) => {
      const drawing = await drawingOfFile(database, sha256, signal);
      if (!drawing) return { ok: false, problem: "The file can't be read any more." } as const;
      return inThread({ kind: "judge", drawing, standard, given }, { signal });
    };
    const received = await judged(file.sha256);
    if (!received.ok) return { problem: received.problem };
    const mended = file.mendedSha256 === null ? undefined : await judged(file.mendedSha256);
    if (mended && !mended.ok) return { problem: mended.problem };
    return {
      done: async (on) => {
        await keepFindings(on, args.fileId, "received", received.findings);
        if (mended) await keepFindings(on, args.fileId, "mended", mended.findings);
        await on.update(inspectedFiles).set(judgementOf(standard, received)).where(eq(inspectedFiles.id, args.fileId));
      },
    };
  },
});
