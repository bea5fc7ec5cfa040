import { writeStandard } from "@hemstitch/core/standard";
import { guarded } from "@/server/access/guarded";
import { download } from "@/server/download";
import { officeStandard } from "@/server/queries/standard";

export const GET = guarded(false, async (asker) => {
  const { content } = await officeStandard(asker.officeId);
  return download(new TextEncoder().encode(writeStandard(content)), `${content.name}.json`);
});
