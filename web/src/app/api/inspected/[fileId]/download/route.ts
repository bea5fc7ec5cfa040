import { eq } from "drizzle-orm";
import { guarded, missing } from "@/server/access/guarded";
import { database } from "@/server/database/client";
import { files } from "@/server/database/schema";
import { download } from "@/server/download";
import { inspectedFile } from "@/server/queries/inspections";

/** The file as received, or (`state=after`) as mended. */
export const GET = guarded("see", async (asker, request, { fileId = "" }) => {
  const file = await inspectedFile(asker, fileId);
  const mended = new URL(request.url).searchParams.get("state") === "after";
  const sha256 = mended ? file?.mendedSha256 : file?.sha256;
  if (!file || !sha256) return missing();
  const [row] = await database().select({ bytes: files.bytes }).from(files).where(eq(files.sha256, sha256));
  return row ? download(row.bytes, mended ? file.name.replace(/(\.pdf)?$/i, "-mended.pdf") : file.name) : missing();
});
