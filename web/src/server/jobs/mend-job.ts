import { eq } from "drizzle-orm";
import { storable } from "../database/jsonb";
import { inspectedFiles } from "../database/schema";
import { keepFile } from "../files/keep";
import { maxFileBytes } from "../files/limits";
import { keepFindings, keptFindings } from "../queries/findings";
import { fileWithBytes } from "./file-to-judge";
import { defineJob } from "../work/job";
import type { OfFile } from "../work/of-file";
import { keepDrawing } from "../work/kept-drawing";
import { inThread } from "../work/threads";

interface MendArgs extends OfFile {
  /** Keys of the findings to mend; all that can be where not said. */
  readonly only?: readonly string[];
}

/** Mends one file into a new one; the file as received stays as it is. */
export const mendFile = defineJob<MendArgs>({
  kind: "mend-file",
  onError: { problem: "The file could not be mended" },
  async run({ args, askedBy, database, signal, progress, settle }) {
    const input = await fileWithBytes(database, args, settle);
    if (!input) return { problem: "The file no longer exists." };
    const { bytes, standard, given, officeId } = input;
    const only = args.only ? await keptFindings(database, args.fileId, args.only) : null;
    const result = await inThread(
      { kind: "mend", bytes, standard, given, maxFileBytes: maxFileBytes(), only },
      { signal, onProgress: progress },
    );
    if (!result.ok) return { problem: result.problem, remedy: result.remedy };
    return {
      done: async (on) => {
        await keepFile(on, { officeId, ...(askedBy === null ? {} : { userId: askedBy }) }, result.sha256, result.bytes);
        await keepDrawing(on, result.sha256, result.drawing);
        await keepFindings(on, args.fileId, "mended", result.left);
        await on
          .update(inspectedFiles)
          .set({ mendedSha256: result.sha256, mended: storable([...result.mended]) })
          .where(eq(inspectedFiles.id, args.fileId));
      },
    };
  },
});
