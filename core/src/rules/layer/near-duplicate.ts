import { NEAR_DUPLICATES } from "../../recognise/near-duplicates";
import { rule } from "../rule";

export const nearDuplicate = rule({
  id: "layer/near-duplicate",
  title: "Two names of one layer",
  severity: "mend",
  scope: "file",
  needs: ["layers"],
  reads: [NEAR_DUPLICATES],
  parameters: [],
  mends: "rename",
  page: {
    measures:
      "Names of layers in one file that differ only by case, separators or spelling. The registered one was meant; where none is, the one with more marks.",
    why: "Half of the doors on A-DOOR and half on A_Door: switch one off, and half of them are still there.",
    right: "A-DOOR alone.",
    wrong: "A-DOOR and A_Door in one file.",
    cannotSee: "Two names of one thing that are not alike.",
    mend: "The layer is given the other's name, which makes the two one.",
  },
  judge({ file, report }) {
    for (const { value } of file.of(NEAR_DUPLICATES)) {
      const [name, meant] = [file.layerName(value.layer), file.layerName(value.meant)];
      report({
        page: 0,
        layer: value.layer,
        message: () => `“${name}” and “${meant}” are two names of one layer.`,
        measured: name,
        expected: meant,
        mend: [{ kind: "rename", layer: value.layer, to: meant }],
        suggestions: [meant],
      });
    }
  },
});
