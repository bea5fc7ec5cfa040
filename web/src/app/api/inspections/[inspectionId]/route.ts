import { takenAway } from "@/server/bin/answers";
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

/** Puts it into the bin. */
export const DELETE = guarded("hand-in", (asker, _request, { inspectionId = "" }) =>
  takenAway(asker, "inspection", inspectionId),
);
