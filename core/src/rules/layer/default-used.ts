import { counted } from "../../base/words";
import { NAMED_LAYERS } from "../../recognise/layer-names";
import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import { ImpliedLayers, type ImpliedLayer } from "../../recognise/implied-layer";
import { DIMENSIONS } from "../../recognise/dimensions/dimensions";
import { HATCHES } from "../../recognise/hatches/hatches";
import { READ_FOR_THINGS } from "../../recognise/things";
import { rule } from "../rule";

export const defaultUsed = rule({
  id: "layer/default-used",
  title: "Marks on no layer, or on the file's default layer",
  severity: "mend",
  scope: "page",
  needs: ["layers"],
  reads: [NAMED_LAYERS, MARKS_ON_LAYERS, DIMENSIONS, HATCHES, ...READ_FOR_THINGS],
  parameters: [],
  mends: "move",
  page: {
    measures:
      "Visible marks on no layer, and on layers with one of the names that programs give by themselves (the list is in the standard, and grows with one click from a finding). A default name that is registered is the office's own. The finding names the layer that they seem to belong on, by what they are (lettering, a dimension, a hatch; a wall, a door, a grid line, a title, where the others of the page stand), by how they plot where only one layer plots so, or by what they touch.",
    why: "It is the commonest mistake: something is drawn before the right layer was made current.",
    right: "Every mark on a layer that says what it is.",
    wrong: "Four lines on layer 0.",
    cannotSee: "Where marks belong that plot like those of several layers and touch none of them.",
    mend: "Each mark is moved to the layer that it seems to belong on, where it is told by what the mark is or by how it plots; that layer is made where the file has none of its name. Nothing is moved to a layer that is only near. How the sheet looks does not change.",
  },
  judge({ file, pages, report }) {
    const isDefault = (layer: number): boolean => layer < 0 || file.of(NAMED_LAYERS)[layer]?.value.state === "default";
    for (const facts of pages) {
      let made: ImpliedLayers | undefined;
      const belonging = (): ImpliedLayers => (made ??= new ImpliedLayers(facts));
      for (const { value } of facts.of(MARKS_ON_LAYERS)) {
        if (!isDefault(value.layer)) continue;
        const name = file.layerName(value.layer);
        const where = value.layer < 0 ? "no layer" : `the default layer “${name}”`;
        for (const sort of ["paths", "texts"] as const) {
          for (const { rows, implied } of byImplied(belonging, sort, value.visible(sort)))
            report({
              page: facts.page.index,
              layer: value.layer,
              marks: { of: sort, rows },
              message: (count) =>
                `${counted(count, "mark")} ${count === 1 ? "stands" : "stand"} on ${where}; ${implied ? `${count === 1 ? "it" : "each"} seems to belong on ${implied.name}, because ${implied.because}` : "each belongs on a layer that says what it is"}.`,
              measured: name,
              ...(implied ? { expected: implied.name } : {}),
              ...(implied?.sure
                ? { mend: [{ kind: "move", page: facts.page.index, of: sort, rows, to: implied.name }] }
                : {}),
            });
        }
      }
    }
  },
});

/** Looking at each of very many marks for what it touches would take for ever. */
const MOST_IMPLIED = 5000;

/** Marks by the layer that they seem to belong on. */
function byImplied(
  belonging: () => ImpliedLayers,
  sort: "paths" | "texts",
  rows: Uint32Array,
): { readonly rows: Uint32Array; readonly implied?: ImpliedLayer }[] {
  if (rows.length > MOST_IMPLIED) return [{ rows }];
  const implied = belonging();
  const groups = new Map<string, { implied?: ImpliedLayer; rows: number[] }>();
  for (const row of rows) {
    const layer = sort === "paths" ? implied.ofPath(row) : implied.ofText(row);
    const key = layer ? `${layer.name} ${layer.because}` : "";
    const group = groups.get(key) ?? { ...(layer ? { implied: layer } : {}), rows: [] };
    groups.set(key, group);
    group.rows.push(row);
  }
  return [...groups.values()].map((group) => ({ ...group, rows: Uint32Array.from(group.rows) }));
}
