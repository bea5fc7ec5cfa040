import { answer, guarded, missing } from "@/server/access/guarded";
import type { EffectAnswer } from "../route";
import { cancelEffect, effectRow } from "@/server/queries/effects";

export const GET = guarded("see-office", async (asker, _request, { effectId = "" }) => {
  const effect = await effectRow(asker.officeId, effectId);
  return effect ? answer({ effect } satisfies EffectAnswer) : missing();
});

export const DELETE = guarded("edit-standard", async (asker, _request, { effectId = "" }) => {
  const effect = await effectRow(asker.officeId, effectId);
  return effect ? answer({ cancelled: (await cancelEffect(asker.officeId, effectId)).length }) : missing();
});
