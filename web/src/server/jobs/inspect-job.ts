import { eq } from "drizzle-orm";
import { storable } from "../database/jsonb";
import { inspectedFiles } from "../database/schema";
import { maxFileBytes } from "../files/limits";
import { keepFindings } from "../queries/findings";
import { defineJob } from "../work/job";
import { keepDrawing } from "../work/kept-drawing";
import type { OfFile } from "../work/of-file";
import { inThread } from "../work/threads";
import { fileWithBytes, judgementOf } from "./file-to-judge";

/** Inspects one file. */
export const inspectFile = defineJob<OfFile>({
  kind: "inspect-file",
  onError: { problem: "The file could not be read to its end", remedy: "Export the drawing again, or split it." },
  async run({ args, database, signal, progress, settle }) {
    const input = await fileWithBytes(database, args, settle);
    if (!input) return { problem: "The file no longer exists." };
    const { bytes, sha256, standard, given } = input;
    const result = await inThread(
      { kind: "inspect", bytes, standard, given, maxFileBytes: maxFileBytes() },
      { signal, onProgress: progress },
    );
    if (!result.ok) return { problem: result.problem, remedy: result.remedy };
    return {
      done: async (on) => {
        await keepDrawing(on, sha256, result.drawing);
        await keepFindings(on, args.fileId, "received", result.findings);
        await on
          .update(inspectedFiles)
          .set({
            pages: result.pages,
            layers: storable([...result.layers]),
            statedScale: result.statedScale,
            unread: storable([...result.unread]),
            ...judgementOf(standard, result),
          })
          .where(eq(inspectedFiles.id, args.fileId));
      },
    };
  },
  // A file that can't be read stops the sheet.
  failed: ({ fileId }, on) => on.update(inspectedFiles).set({ stops: 1 }).where(eq(inspectedFiles.id, fileId)),
});
