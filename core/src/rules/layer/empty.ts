import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import { rule } from "../rule";

export const empty = rule({
  id: "layer/empty",
  title: "A layer with nothing on it",
  severity: "note",
  scope: "file",
  needs: ["layers"],
  reads: [MARKS_ON_LAYERS],
  parameters: [],
  page: {
    measures: "Layers without any mark or picture on any page; what is switched off is not empty.",
    why: "Empty layers make lists long and hide the one that matters.",
    right: "Each layer used.",
    wrong: "A layer left over from a template.",
    cannotSee: "Whether the layer is kept on purpose for later.",
    mend: "None yet.",
  },
  judge({ file, pages, report }) {
    const used = new Set(pages.flatMap((facts) => facts.of(MARKS_ON_LAYERS).map(({ value }) => value.layer)));
    file.drawing.layers.forEach(({ name }, layer) => {
      if (used.has(layer)) return;
      report({ page: 0, layer, message: () => `The layer “${name}” has nothing on it.`, measured: name });
    });
  },
});
