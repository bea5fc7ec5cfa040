import { guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { downloadStored } from "@/server/making/download";
import { storedFile } from "@/server/files/pieces";
import { inspectedFile } from "@/server/queries/inspections";

/** The file as received, or (`state=after`) as mended. */
export const GET = guarded("see", async (asker, request, { fileId = "" }) => {
  const file = await inspectedFile(asker, fileId);
  const mended = new URL(request.url).searchParams.get("state") === "after";
  const sha256 = mended ? file?.mendedSha256 : file?.sha256;
  if (!file || !sha256) return missing();
  const stored = await storedFile(database(), sha256);
  return stored
    ? downloadStored(stored, mended ? file.name.replace(/(\.pdf)?$/i, "-mended.pdf") : file.name)
    : missing();
});
