import { answer, guarded, missing } from "@/server/access/guarded";
import { complainOfEdit } from "@/server/forms/edit-answers";
import { formOf, RollBack } from "@/server/forms/forms";
import { replaceDraft } from "@/server/queries/change-draft";
import { editionOf } from "@/server/queries/standard";

/** Makes the draft what an edition says. */
export const POST = guarded("edit-standard", async (asker, request) => {
  const form = await formOf(RollBack, request);
  if (form instanceof Response) return form;
  const edition = await editionOf(asker.officeId, form.edition);
  if (!edition) return missing();
  const edited = await replaceDraft(asker, edition.content, form.version, "standard.rolled-back");
  return edited.kind === "saved" ? answer({ version: edited.version }) : complainOfEdit(edited);
});
