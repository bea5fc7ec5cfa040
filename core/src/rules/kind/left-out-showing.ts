import { counted } from "../../base/words";
import { PAGE_KIND } from "../../recognise/drawing-kinds";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import { rule } from "../rule";
import { aKind, pagesOfKinds, showingOf } from "./kind-of-page";

export const leftOutShowing = rule({
  id: "kind/left-out-showing",
  title: "A layer that this kind of drawing leaves out",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register", "chart"],
  reads: [PAGE_KIND, NAMED_LAYERS, MARKS_ON_LAYERS],
  parameters: [],
  mends: "switch-off",
  page: {
    measures:
      "Visible marks on layers that the showing chart leaves out of the drawing's kind. The kind is the one that was said, else the one that the titles name.",
    why: "One building is drawn once and shown as many drawings. What belongs to a detail is clutter on the plan, and furniture under a ceiling is read as something that hangs from it.",
    right: "A ceiling plan with A-FURN switched off.",
    wrong: "Furniture on a ceiling plan.",
    cannotSee: "Marks on the wrong layer, and sheets with drawings of several kinds.",
    mend: "The layer is switched off where every page of the file leaves it out.",
  },
  judge(context) {
    const { file, report } = context;
    const entries = entriesOf(file.of(NAMED_LAYERS));
    const pages = [...pagesOfKinds(context)];
    const isLeftOut = (layer: number): boolean =>
      pages.length === context.pages.length &&
      pages.every(([facts, kind]) => showingOf(facts, file.layerName(layer), kind) === "left-out");
    for (const [facts, kind] of pages)
      for (const { value } of facts.of(MARKS_ON_LAYERS)) {
        const entry = entries[value.layer];
        // What doesn't plot is told as a helper (layer/helper-showing).
        if (!entry?.plots || showingOf(facts, entry.name, kind) !== "left-out") continue;
        for (const sort of ["paths", "texts"] as const) {
          const rows = value.visible(sort);
          if (rows.length === 0) continue;
          report({
            page: facts.page.index,
            layer: value.layer,
            marks: { of: sort, rows },
            message: (count) =>
              `${counted(count, "mark")} of ${entry.name} ${count === 1 ? "shows" : "show"}; ${aKind(kind)} leaves that layer out.`,
            expected: "left out",
            ...(isLeftOut(value.layer) ? { mend: [{ kind: "switch-off", layer: value.layer }] } : {}),
          });
        }
      }
  },
});
