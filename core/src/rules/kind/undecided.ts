import { PAGE_KIND } from "../../recognise/drawing-kinds";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import { rule } from "../rule";
import { aKind, pagesOfKinds, showingOf } from "./kind-of-page";

export const undecided = rule({
  id: "kind/undecided",
  title: "Layer not decided for this kind of drawing",
  severity: "note",
  scope: "page",
  needs: ["layers", "register", "chart"],
  reads: [PAGE_KIND, NAMED_LAYERS, MARKS_ON_LAYERS],
  parameters: [],
  page: {
    measures: "Visible marks on registered layers for which the showing chart has no answer in the drawing's kind.",
    why: "A new layer appears in every drawing, or vanishes from one, because nobody decided it for each kind.",
    right: "A layer that the chart has as drawn, faint or left out.",
    wrong: "S-BEAM on an elevation, where the chart has a question mark.",
    cannotSee: "Layers that are not in the register; they are told by their names.",
    mend: "None: the coordinator decides in the showing chart.",
  },
  judge(context) {
    const { file, report } = context;
    const entries = entriesOf(file.of(NAMED_LAYERS));
    for (const [facts, kind] of pagesOfKinds(context))
      for (const { value } of facts.of(MARKS_ON_LAYERS)) {
        const entry = entries[value.layer];
        if (!entry?.plots || showingOf(facts, entry.name, kind) !== undefined) continue;
        for (const sort of ["paths", "texts"] as const) {
          const rows = value.visible(sort);
          if (rows.length > 0)
            report({
              page: facts.page.index,
              layer: value.layer,
              marks: { of: sort, rows },
              message: () => `Whether ${aKind(kind)} shows ${entry.name} is undecided in the showing chart.`,
              expected: "undecided",
            });
        }
      }
  },
});
