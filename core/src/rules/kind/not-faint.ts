import { counted } from "../../base/words";
import { PAGE_KIND } from "../../recognise/drawing-kinds";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { shadeOf, STROKE_COLOURS } from "../../recognise/stroke-colours";
import { rule } from "../rule";
import { aKind, pagesOfKinds, showingOf } from "./kind-of-page";

/** What plots at this share of its pen's shade or more is at full strength; what plots at less than the other is faint. */
const FULL = 0.9;
const FAINT = 0.7;

export const notFaint = rule({
  id: "kind/not-faint",
  title: "A layer at full strength that this kind of drawing shows faint",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register", "chart", "pens"],
  reads: [PAGE_KIND, NAMED_LAYERS, STROKE_COLOURS],
  parameters: [],
  page: {
    measures:
      "How dark the visible lines of each layer plot, on layers that the showing chart shows faint in the drawing's kind, against the shade of their pen. Nine tenths of it and more is full strength.",
    why: "Context that is as dark as what the drawing is about hides it.",
    right: "A ceiling plan with its walls in grey.",
    wrong: "Its columns in black beside them.",
    cannotSee:
      "Files in which nothing is drawn faint: there it is left to the plotter. Fills and lettering, layers without a pen, and sheets with drawings of several kinds. Lines that are too light on a layer that is drawn in full are told by line/shade-not-pen.",
    mend: "None: how faint is faint is for the office to say.",
  },
  judge(context) {
    const { file, report } = context;
    const entries = entriesOf(file.of(NAMED_LAYERS));
    for (const [facts, kind] of pagesOfKinds(context)) {
      const looks = facts.of(STROKE_COLOURS).flatMap(({ value: look }) => {
        const entry = entries[look.layer];
        const pen = file.standard.penOf(entry);
        if (!entry || !pen || pen.shadePercent <= 0 || showingOf(facts, entry.name, kind) !== "faint") return [];
        const shade = shadeOf(look.colour);
        return shade === undefined ? [] : [{ look, name: entry.name, share: shade / pen.shadePercent }];
      });
      const full = looks.filter(({ share }) => share >= FULL);
      if (full.length === 0) continue;
      if (!looks.some(({ share }) => share < FAINT)) continue;
      for (const { look, name } of full)
        report({
          page: facts.page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) =>
            `${counted(count, "line")} of ${name} ${count === 1 ? "plots" : "plot"} at full strength; ${aKind(kind)} shows that layer faint.`,
          expected: "faint",
        });
    }
  },
});
