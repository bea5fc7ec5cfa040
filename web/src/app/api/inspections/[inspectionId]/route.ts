import { answer, guarded, missing } from "@/server/access/guarded";
import { filesOf, inspectionOf, type InspectionRow, type FileSummary } from "@/server/queries/inspections";

/** An inspection with the state of its files. */
export interface InspectionAnswer extends InspectionRow {
  readonly files: readonly FileSummary[];
}

export const GET = guarded("see", async (asker, _request, { inspectionId = "" }) => {
  const inspection = await inspectionOf(asker, inspectionId);
  return inspection
    ? answer({ ...inspection, files: await filesOf(inspectionId) } satisfies InspectionAnswer)
    : missing();
});
