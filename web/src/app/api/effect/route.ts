import { answer, complain, guarded } from "@/server/access/guarded";
import type { Made } from "@/server/forms/answers";
import { noTurn } from "@/server/files/quota-answers";
import { askForEffect, newestEffect, type EffectState } from "@/server/queries/effects";
import { draftOf, editionInForce } from "@/server/queries/standard";

/** What was asked last; nothing where nobody asked yet. */
export interface EffectAnswer {
  readonly effect: EffectState | null;
}

export const GET = guarded("see-office", async (asker) =>
  answer({ effect: (await newestEffect(asker.officeId)) ?? null } satisfies EffectAnswer),
);

/** Asks what the draft would do to the plan sets in work. */
export const POST = guarded("edit-standard", async (asker) => {
  const [draft, edition] = await Promise.all([draftOf(asker.officeId), editionInForce(asker.officeId)]);
  if (!edition)
    return complain(409, {
      message: "Nothing has been published yet, so there is nothing to compare the draft with.",
      remedy: "Publish a first edition.",
    });
  const waits = await noTurn(asker);
  if (waits) return waits;
  const effectId = await askForEffect(asker, draft.version, edition.number);
  return answer({ id: effectId } satisfies Made, 202);
});
