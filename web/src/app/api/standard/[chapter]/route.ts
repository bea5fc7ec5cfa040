import { answer, complain, guarded } from "@/server/access/guarded";
import { formOf, StandardEdits } from "@/server/forms";
import { editChapter, isListChapter, officeStandard, type EntryEdit } from "@/server/queries/standard";

export const GET = guarded(false, async (asker, _request, params) => {
  const chapter = params["chapter"] ?? "";
  if (!isListChapter(chapter)) return complain(404, { message: "The standard has no such chapter." });
  const { content, version } = await officeStandard(asker.officeId);
  return answer({ version, entries: content[chapter] });
});

export const PATCH = guarded(true, async (asker, request, params) => {
  const chapter = params["chapter"] ?? "";
  if (!isListChapter(chapter)) return complain(404, { message: "The standard has no such chapter." });
  const form = await formOf(StandardEdits, request);
  if (form instanceof Response) return form;
  const edited = await editChapter(asker, chapter, form.version, form.edits as EntryEdit[]);
  if (edited.kind === "saved") return answer({ version: edited.version });
  if (edited.kind === "newer")
    return complain(409, {
      message: "Somebody has changed the standard meanwhile. Nothing of yours was stored.",
      remedy: "The page shows the newest state now; make the change again.",
    });
  return complain(422, {
    message: edited.problems.map((problem) => problem.message).join(" "),
    problems: edited.problems,
  });
});
