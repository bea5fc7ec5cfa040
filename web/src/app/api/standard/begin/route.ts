import { isBlank, preset } from "@hemstitch/core/standard";
import { answer, complain, guarded, missing } from "@/server/access/guarded";
import { complainOfEdit } from "@/server/forms/edit-answers";
import { BeginStandard, formOf } from "@/server/forms/forms";
import { replaceDraft } from "@/server/queries/change-draft";
import { draftOf } from "@/server/queries/standard";

/** Fills a standard that nobody has begun with a published one; the office's own name stays. */
export const POST = guarded("edit-standard", async (asker, request) => {
  const form = await formOf(BeginStandard, request);
  if (form instanceof Response) return form;
  const { content, version } = await draftOf(asker.officeId);
  if (!isBlank(content))
    return complain(409, {
      message: "The standard has already been started. Nothing was changed.",
      remedy: "To replace all of it, import a file under In and out.",
    });
  const chosen = preset(form.preset);
  if (!chosen) return missing();
  const begun = { ...chosen, name: content.name, edition: "draft" };
  const edited = await replaceDraft(asker, begun, version, "standard.begun");
  return edited.kind === "saved" ? answer({ version: edited.version }) : complainOfEdit(edited);
});
