import { counted } from "../../base/words";
import { NAMED_LAYERS } from "../../recognise/layer-names";
import { MARKS_ON_LAYERS } from "../../recognise/marks-on-layers";
import { rule } from "../rule";

export const defaultUsed = rule({
  id: "layer/default-used",
  title: "Marks on no layer, or on the file's default layer",
  severity: "mend",
  needs: ["layers"],
  reads: [NAMED_LAYERS, MARKS_ON_LAYERS],
  parameters: [],
  page: {
    measures:
      "Visible marks on no layer, and on layers with one of the names that programs give by themselves (the list is in the standard, and grows with one click from a finding). A default name that is registered is the office's own.",
    why: "It is the commonest mistake: something is drawn before the right layer was made current.",
    right: "Every mark on a layer that says what it is.",
    wrong: "Four lines on layer 0.",
    cannotSee: "Where the marks belong.",
    mend: "None yet.",
  },
  judge({ file, pages, report }) {
    const isDefault = (layer: number): boolean => layer < 0 || file.of(NAMED_LAYERS)[layer]?.value.state === "default";
    for (const facts of pages) {
      for (const { value } of facts.of(MARKS_ON_LAYERS)) {
        if (!isDefault(value.layer)) continue;
        const name = file.layerName(value.layer);
        const where = value.layer < 0 ? "no layer" : `the default layer “${name}”`;
        for (const sort of ["paths", "texts"] as const) {
          const rows = value.visible(sort);
          if (rows.length === 0) continue;
          report({
            page: facts.page.index,
            layer: value.layer,
            marks: { of: sort, rows },
            message: (count) =>
              `${counted(count, "mark")} ${count === 1 ? "stands" : "stand"} on ${where}; each belongs on a layer that says what it is.`,
            measured: name,
          });
        }
      }
    }
  },
});
