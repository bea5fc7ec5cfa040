import { counted, linesOfLettering, listed } from "../../base/words";
import { DRAWN_PARTS } from "../../recognise/dimensions/drawings";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import type { FileFacts, PageFacts } from "../../recognise/recogniser";
import type { LayerEntry, MarkKind } from "../../standard/plain";
import { rule } from "../rule";

export const wrongContent = rule({
  id: "layer/wrong-content",
  title: "Marks that don't belong on their layer",
  severity: "mend",
  scope: "page",
  needs: ["layers", "register"],
  reads: [NAMED_LAYERS, MARKS_ON_LAYERS, DRAWN_PARTS],
  parameters: [],
  mends: "move",
  page: {
    measures:
      "Lettering and dimensions against the marks that the register allows on their layer. Hatches are told by hatch/off-layer.",
    why: "Layers are switched off, made faint and plotted by what they hold. Lettering on a wall layer vanishes with the walls.",
    right: "Room names on A-ANNO-TEXT, dimensions on A-ANNO-DIMS.",
    wrong: "A room name on A-WALL.",
    cannotSee:
      "Layers that are not registered, those whose entry allows any marks, and lines on the layer of another thing.",
    mend: "The strings are moved, where the register has one layer only for such marks. How the sheet looks does not change.",
  },
  judge({ file, pages, report }) {
    const entries = entriesOf(file.of(NAMED_LAYERS));
    for (const facts of pages) {
      const figures = figureRows(facts);
      for (const { value } of facts.of(MARKS_ON_LAYERS)) {
        const allowed = entries[value.layer]?.marks;
        if (!allowed || allowed.length === 0) continue;
        const texts = value.visible("texts").filter((row) => (facts.page.texts.strings[row] ?? "").trim() !== "");
        const isFigure = (row: number): boolean => figures.has(row);
        for (const [kind, rows] of [
          ["text", texts.filter((row) => !isFigure(row))],
          ["dimensions", texts.filter(isFigure)],
        ] as const) {
          const may = kind === "text" ? allowed.includes("text") : allowed.includes("dimensions");
          if (may || rows.length === 0) continue;
          const homes = homesOf(file, kind);
          report({
            page: facts.page.index,
            layer: value.layer,
            marks: { of: "texts", rows },
            message: (count) =>
              `${kind === "text" ? linesOfLettering(count) : counted(count, "figure of a dimension", "figures of dimensions")} ${count === 1 ? "stands" : "stand"} on ${file.layerName(value.layer)}, which holds no ${kind === "text" ? "lettering" : "dimensions"}${homes.length > 0 ? `; ${listed(homes, "or")} does` : ""}.`,
            measured: kind === "text" ? "lettering" : "dimensions",
            ...(homes[0] === undefined ? {} : { expected: homes[0] }),
            ...(homes.length === 1 && homes[0] !== undefined
              ? { mend: [{ kind: "move", page: facts.page.index, of: "texts", rows, to: homes[0] }] }
              : {}),
          });
        }
      }
    }
  },
});

/** Strings that are figures of dimensions. */
function figureRows(facts: PageFacts): ReadonlySet<number> {
  return new Set(
    facts.of(DRAWN_PARTS).flatMap(({ value }) => value.dimensions.flatMap(({ dimension }) => dimension.figure.rows)),
  );
}

const ROLES: Partial<Record<MarkKind, LayerEntry["role"]>> = { text: "lettering", dimensions: "dimensions" };

/** The layers that stand for such marks. */
const homesOf = ({ standard }: FileFacts, kind: MarkKind): string[] =>
  standard.standard.layers.filter(({ role }) => role !== undefined && role === ROLES[kind]).map(({ name }) => name);
