import { complain, guarded, missing } from "@/server/access/guarded";
import { manualDownload } from "@/server/making/manual";
import { inspectedFile } from "@/server/queries/inspections";
import { editionOf } from "@/server/queries/standard";

/** The manual of the edition that a file was judged by, for everybody who sees its findings. */
export const GET = guarded("see", async (asker, _request, { fileId = "" }) => {
  const file = await inspectedFile(asker, fileId);
  if (!file) return missing();
  const number = Number(file.judgedBy);
  const edition = Number.isInteger(number) && number > 0 ? await editionOf(asker.officeId, number) : undefined;
  if (!edition) return complain(404, { message: "This file was not judged by an edition, but by a draft." });
  return manualDownload(asker.officeId, edition.content, `${edition.content.name}, edition ${number}`);
});
