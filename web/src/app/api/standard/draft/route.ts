import { answer, guarded } from "@/server/access/guarded";
import { draftEditFrom } from "@/server/forms/draft-edits";
import { answerToEdit } from "@/server/forms/edit-answers";
import { jsonOf } from "@/server/forms/forms";
import { EDIT } from "@/server/files/limits";
import { changesOfDraft } from "@/server/queries/changes";
import { editDraft } from "@/server/queries/change-draft";
import { draftOf, editionInForce } from "@/server/queries/standard";

/** The draft's version, and how many changes it makes to the edition in force. */
export interface DraftAnswer {
  readonly version: number;
  readonly edition: number | null;
  readonly changes: number;
}

export const GET = guarded("see-office", async (asker) => {
  const [draft, edition] = await Promise.all([draftOf(asker.officeId), editionInForce(asker.officeId)]);
  return answer({
    version: draft.version,
    edition: edition?.number ?? null,
    changes: edition ? (await changesOfDraft(asker.officeId, edition, draft)).length : 0,
  } satisfies DraftAnswer);
});

/** Makes one edit of the draft, of whatever kind; what others changed meanwhile is brought together, or told. */
export const PATCH = guarded("edit-standard", async (asker, request) => {
  const sent = await jsonOf(request, EDIT);
  if (sent instanceof Response) return sent;
  const edit = draftEditFrom(sent.value);
  return edit instanceof Response ? edit : answerToEdit(await editDraft(asker, edit));
});
