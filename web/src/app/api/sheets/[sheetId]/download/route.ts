import { guarded, missing } from "@/server/access/guarded";
import { composeOne } from "@/server/making/compose-sheet";
import { download } from "@/server/making/download";
import { complainOfWork } from "@/server/making/made-files";
import { sheetOf } from "@/server/queries/plan-sets";
import { standardFor } from "@/server/queries/standard";

export const GET = guarded("see", async (asker, _request, { sheetId = "" }) => {
  const found = await sheetOf(asker, sheetId);
  if (!found) return missing();
  const content = await standardFor(asker.officeId, found.planSet.id);
  const composed = await composeOne(content, found.planSet, found.sheet, found.sheet.placement, false);
  if (!composed.ok) return complainOfWork(composed);
  return download(composed.bytes, `${found.sheet.number || "sheet"} ${found.sheet.title}.pdf`.trim());
});
