import type { OfficeStandard, Showing } from "@hemstitch/core/standard";
import { answer, guarded } from "@/server/access/guarded";
import { complainOfEdit } from "@/server/edit-answers";
import { formOf, ShowingCells, type ShowingCell } from "@/server/forms";
import type { Step } from "@/server/queries/log";
import { changeDraft } from "@/server/queries/standard";

/** Cells of layers or kinds that the standard does not have. */
function strangers(
  { layers, kinds }: OfficeStandard,
  cells: readonly ShowingCell[],
): { at: string; message: string }[] {
  const [known, shown] = [new Set(layers.map((layer) => layer.name)), new Set(kinds.map((kind) => kind.id))];
  return cells
    .filter(({ layer, kind }) => !known.has(layer) || !shown.has(kind))
    .map(({ layer, kind }) => ({
      at: `showing["${layer}"]`,
      message: `The showing chart has no cell for the layer “${layer}” in the kind “${kind}”.`,
    }));
}

/** Sets cells of the showing chart; a cell set to nothing is undecided again. */
export const PATCH = guarded("edit-standard", async (asker, request) => {
  const form = await formOf(ShowingCells, request);
  if (form instanceof Response) return form;
  const edited = await changeDraft(asker, (content) => {
    const showing = structuredClone(content.showing);
    const steps: Step[] = [];
    // Asked first, so that a name like “__proto__” never reaches an object as a key.
    const strange = strangers(content, form.cells);
    if (strange.length > 0) return { kind: "wrong", problems: strange };
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
