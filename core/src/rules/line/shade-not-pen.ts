import { counted } from "../../base/words";
import { PAGE_KIND, SURE_KIND } from "../../recognise/drawing-kinds";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { shadeOf, STROKE_COLOURS } from "../../recognise/stroke-colours";
import { showingOf } from "../kind/kind-of-page";
import { rule } from "../rule";

/** Shades this near are alike, in per cent of full black. */
const SAME_PERCENT = 4;

export const shadeNotPen = rule({
  id: "line/shade-not-pen",
  title: "Lines not in their pen's shade",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register", "pens"],
  reads: [STROKE_COLOURS, NAMED_LAYERS, PAGE_KIND],
  parameters: [],
  mends: "set-shade",
  page: {
    measures:
      "How dark each visible line plots (its luminance, 100 % for black) against the shade of its layer's pen. A colour is no shade: it plots as a grey on one machine and in colour on the next.",
    why: "Context goes grey so that what is built carries; and a yellow line is gone in a copy.",
    right: "Black, where the pen plots at 100 %.",
    wrong: "Red lines, or grey ones, where the pen plots at 100 %.",
    cannotSee:
      "Fills, lettering, layers that are not registered or have no pen, and how light a layer is that the drawing's kind shows faint.",
    mend: "The lines are set in the pen's grey; areas that are filled together with them keep their colour.",
  },
  judge({ file, pages, report }) {
    const entries = entriesOf(file.of(NAMED_LAYERS));
    for (const facts of pages) {
      const kind = facts.of(PAGE_KIND).find(({ confidence }) => confidence >= SURE_KIND)?.value.kind;
      for (const { value: look } of facts.of(STROKE_COLOURS)) {
        const entry = entries[look.layer];
        const pen = file.standard.penOf(entry);
        if (!pen) continue;
        const shade = shadeOf(look.colour);
        // What the kind shows faint is lighter than its pen, and right so.
        const isFaint = entry !== undefined && kind !== undefined && showingOf(facts, entry.name, kind) === "faint";
        if (isFaint && shade !== undefined && shade < pen.shadePercent) continue;
        if (shade !== undefined && Math.abs(shade - pen.shadePercent) <= SAME_PERCENT) continue;
        const words = shade === undefined ? `#${look.colour.toString(16).padStart(6, "0")}` : `${Math.round(shade)} %`;
        report({
          page: facts.page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) =>
            `${counted(count, "line")} ${count === 1 ? "plots" : "plot"} ${shade === undefined ? `in the colour ${words}` : `at ${words} of black`}; the ${pen.id} pen of ${file.layerName(look.layer)} plots at ${pen.shadePercent} %.`,
          measured: words,
          expected: `${pen.shadePercent} %`,
          mend: [{ kind: "set-shade", page: facts.page.index, rows: look.rows, percent: pen.shadePercent }],
        });
      }
    }
  },
});
