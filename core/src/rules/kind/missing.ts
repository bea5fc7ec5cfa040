import { PAGE_KIND } from "../../recognise/drawing-kinds";
import { MEANT_NAMES, NAMED_LAYERS } from "../../recognise/layer-names";
import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import { isDrawn } from "../../standard/plain";
import { rule } from "../rule";
import { aKind, pagesOfKinds, showingOf } from "./kind-of-page";

export const missing = rule({
  id: "kind/missing",
  title: "A layer that this kind of drawing needs has nothing drawn",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register", "chart"],
  reads: [PAGE_KIND, MARKS_ON_LAYERS, NAMED_LAYERS, MEANT_NAMES],
  parameters: [],
  page: {
    measures:
      "Layers that the showing chart has as needed in the drawing's kind and that nothing visible is on, and layers that it has as drawn and that are in the file with marks on them, but switched off.",
    why: "Dimensions disappear when a drawing is shown as another kind, and nobody misses what isn't there.",
    right: "A floor plan with its dimensions.",
    wrong: "A floor plan whose A-ANNO-DIMS is off, or empty.",
    cannotSee:
      "Marks that are missing on a layer which has others, and files whose layers bear another office's names.",
    mend: "None: switch the layer on, or draw what is missing.",
  },
  judge(context) {
    const { file, report } = context;
    const { layers } = file.drawing;
    const named = file.of(NAMED_LAYERS);
    const strange = named.filter(({ value }) => value.state === "malformed" || value.state === "unregistered");
    if (strange.length * 2 > named.length) {
      context.leaveOpen("Most layers of this file bear names that are not the register's.");
      return;
    }
    // A layer under a wrong name is told by that.
    const meant = new Set(file.of(MEANT_NAMES).flatMap(({ value }) => value.sure?.name ?? []));
    for (const [facts, kind] of pagesOfKinds(context)) {
      const shown = new Set<string>();
      const held = new Set<string>();
      const pictures = new Set(facts.page.images.map(({ layer }) => layer));
      for (const { value } of facts.of(MARKS_ON_LAYERS)) {
        const name = file.layerName(value.layer);
        held.add(name);
        const isSeen = value.visible("paths").length + value.visible("texts").length > 0 || pictures.has(value.layer);
        if (isSeen && (layers[value.layer]?.visible ?? true)) shown.add(name);
      }
      for (const { name, withdrawn } of file.standard.standard.layers) {
        const state = withdrawn ? undefined : showingOf(facts, name, kind);
        if (!isDrawn(state) || shown.has(name) || meant.has(name)) continue;
        const layer = layers.findIndex((each) => each.name === name);
        const isOff = layer >= 0 && held.has(name) && layers[layer]?.visible === false;
        if (!isOff && state !== "needed") continue;
        report({
          page: facts.page.index,
          ...(layer >= 0 ? { layer } : {}),
          message: () =>
            isOff
              ? `${name} is switched off; ${aKind(kind)} shows it.`
              : `Nothing is drawn on ${name}, which ${aKind(kind)} needs.`,
          measured: isOff ? "switched off" : "nothing",
          expected: state ?? "drawn",
          placed: true,
        });
      }
    }
  },
});
