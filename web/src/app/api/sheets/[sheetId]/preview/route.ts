import type { Finding } from "@hemstitch/core/inspect";
import { framed } from "@/features/shared/framed";
import { complain, guarded, missing } from "@/server/access/guarded";
import { composeOne } from "@/server/making/compose-sheet";
import type { PlacementRow } from "@/server/database/rows";
import { packedDrawing } from "@/server/making/download";
import type { ComposedResult } from "@/server/work/thread-work";
import { checked, complainOfScale, formOf, PlacementForm, SheetChange } from "@/server/forms/forms";
import { sheetOf } from "@/server/queries/plan-sets";
import { standardFor } from "@/server/queries/standard";

/** What came out of composing: where the drawing lies, and what an inspection says of the sheet. */
export interface SheetPreview {
  readonly placed: ComposedResult["placed"];
  readonly findings: readonly Pick<Finding, "key" | "rule" | "title" | "message" | "severity">[];
}

/** The sheet as it would come out with changes that are not stored: its drawing, its file, and how it lies. */
export const POST = guarded("see", async (asker, request, { sheetId = "" }) => {
  const form = await formOf(SheetChange, request);
  if (form instanceof Response) return form;
  const placement = form.placement === undefined ? undefined : checked(PlacementForm, form.placement);
  if (placement instanceof Response) return placement;
  const wrong = placement && complainOfScale(placement.placedAt);
  if (wrong) return wrong;
  const found = await sheetOf(asker, sheetId);
  if (!found) return missing();
  const content = await standardFor(asker.officeId, found.planSet.id);
  const sheet = {
    ...found.sheet,
    ...Object.fromEntries(
      Object.entries(form).filter(([key, value]) => value !== undefined && key !== "placement" && key !== "version"),
    ),
  };
  const composed = await composeOne(
    content,
    found.planSet,
    sheet,
    (placement as PlacementRow | undefined) ?? null,
    true,
  );
  if (!composed.ok || !composed.drawing)
    return complain(422, {
      message: composed.ok ? "The sheet can't be shown." : composed.problem,
      ...(composed.ok ? {} : { remedy: composed.remedy }),
    });
  const { placed, findings } = composed;
  const said: SheetPreview = {
    placed,
    findings: findings.map(({ key, rule, title, message, severity }) => ({ key, rule, title, message, severity })),
  };
  return packedDrawing(framed(said, composed.drawing, composed.bytes));
});
