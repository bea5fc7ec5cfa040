import { rule } from "../rule";

export const noLayers = rule({
  id: "file/no-layers",
  title: "A file without layers",
  severity: "note",
  scope: "file",
  needs: [],
  reads: [],
  parameters: [],
  page: {
    measures: "Whether the file has layers (optional-content groups of ISO 32000).",
    why: "Layers are how a drawing says what a line is. Without them only widths, lettering and the size of the sheet can be judged.",
    right: "A PDF that was exported with its layers kept.",
    wrong: "A PDF that was printed through a printer driver.",
    cannotSee: "What the layers were before they were lost.",
    mend: "None: export the drawing again, with layers.",
  },
  judge({ file, report }) {
    if (file.drawing.layers.length > 0) return;
    report({
      page: 0,
      message: () => "The file carries no layers, so nothing can be said about them. Export it with layers kept.",
    });
  },
});
