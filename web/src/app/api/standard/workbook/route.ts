import { RULE_BOOK } from "@hemstitch/core/rules";
import { toTables } from "@hemstitch/core/tables";
import { guarded } from "@/server/access/guarded";
import { download } from "@/server/making/download";
import { workbookOf } from "@/server/making/made-files";
import { standardAsked } from "@/server/making/standard-asked";

/** The standard as a workbook. */
export const GET = guarded("see-office", async (asker, request) => {
  const asked = await standardAsked(asker, request);
  return asked instanceof Response
    ? asked
    : download(await workbookOf(toTables(asked.standard, RULE_BOOK)), `${asked.name}.xlsx`);
});
