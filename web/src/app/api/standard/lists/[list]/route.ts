import { isListName } from "@hemstitch/core/standard";
import { answer, complain, guarded } from "@/server/access/guarded";
import { complainOfEdit } from "@/server/edit-answers";
import { formOf, StandardEdits } from "@/server/forms";
import { draftOf, editList, type SeenEdit } from "@/server/queries/standard";

const NO_LIST = { message: "The standard has no such list." };

export const GET = guarded("see-office", async (asker, _request, { list = "" }) => {
  if (!isListName(list)) return complain(404, NO_LIST);
  const { content, version } = await draftOf(asker.officeId);
  return answer({ version, entries: content[list] });
});

/** Edits entries of a list; what others changed meanwhile is brought together, or told as a conflict. */
export const PATCH = guarded("edit-standard", async (asker, request, { list = "" }) => {
  if (!isListName(list)) return complain(404, NO_LIST);
  const form = await formOf(StandardEdits, request);
  if (form instanceof Response) return form;
  const edited = await editList(asker, list, form.edits as SeenEdit[]);
  if (edited.kind !== "saved") return complainOfEdit(edited);
  const { content } = edited.merged.length > 0 ? await draftOf(asker.officeId) : { content: null };
  return answer({ version: edited.version, merged: edited.merged, ...(content ? { entries: content[list] } : {}) });
});
