import type { Showing } from "@hemstitch/core/standard";
import { answer, guarded } from "@/server/access/guarded";
import { complainOfEdit } from "@/server/edit-answers";
import { formOf, ShowingCells } from "@/server/forms";
import type { Step } from "@/server/queries/log";
import { changeDraft } from "@/server/queries/standard";

/** Sets cells of the showing chart; a cell set to nothing is undecided again. */
export const PATCH = guarded("edit-standard", async (asker, request) => {
  const form = await formOf(ShowingCells, request);
  if (form instanceof Response) return form;
  const edited = await changeDraft(asker, (content) => {
    const showing = structuredClone(content.showing);
    const steps: Step[] = [];
    for (const { layer, kind, state } of form.cells) {
      const row = (showing[layer] ??= {});
      steps.push({ what: "standard.showing", entry: `${layer} in ${kind}`, before: row[kind] ?? null, after: state });
      if (state === null) delete row[kind];
      else row[kind] = state as Showing;
      if (Object.keys(row).length === 0) delete showing[layer];
    }
    return { content: { ...content, showing }, steps };
  });
  return edited.kind === "saved" ? answer({ version: edited.version }) : complainOfEdit(edited);
});
