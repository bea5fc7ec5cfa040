import { counted } from "../../base/words";
import { cornersOfBox } from "../../drawing";
import { CODE_LABELS } from "../../recognise/codes/labels";
import { LEGENDS } from "../../recognise/codes/legends";
import { rule } from "../rule";
import { explainedIn, labelsIn } from "./explained";

/** A framed label that no list has is a code where it is as short as this. */
const UNKNOWN = /^[A-Z]{2,3}\d{0,2}$/;

export const undefinedCode = rule({
  id: "code/undefined",
  title: "A code that no legend explains",
  severity: "mend",
  scope: "file",
  needs: ["codes"],
  reads: [CODE_LABELS, LEGENDS],
  parameters: [],
  page: {
    measures:
      "Codes that stand as labels, in a frame or at a leader, against the legends of the file. Those of the standard count wherever they are labels; others where they are framed and two or three letters long.",
    why: "Whoever builds from the sheet has the sheet, not the manual.",
    right: "QT in a frame, and “QT  Quarry tile on screed” in the legend.",
    wrong: "QT in a frame, and no legend that has it.",
    cannotSee: "Legends on sheets that are not in the file, codes in circles, and codes within sentences.",
    mend: "None: add the code to the legend, or correct the label.",
  },
  judge({ file, report }) {
    const explained = explainedIn(file);
    const known = new Map(file.standard.standard.codes.map((code) => [code.code.toUpperCase(), code.meaning]));
    for (const { label, facts } of labelsIn(file)) {
      const code = label.text.toUpperCase();
      // What a label pattern reads, or was meant to be one, is a number of something, not a code.
      if (label.pattern !== undefined || label.meant !== undefined || explained.has(code)) continue;
      const meaning = known.get(code);
      if (meaning === undefined && !(label.by === "frame" && UNKNOWN.test(code))) continue;
      report({
        page: facts.page.index,
        layer: label.line.layer,
        marks: { of: "texts", rows: Uint32Array.from(label.line.rows) },
        // What should explain it, where the page has something that could.
        shapes: facts.of(LEGENDS).map(({ value }) => ({ kind: "outline", pointsMm: cornersOfBox(value.boxMm) })),
        things: 1,
        message: (count) =>
          `“${code}” is used ${count === 1 ? "once" : counted(count, "time")}, and no legend explains it${meaning === undefined ? "; the standard has no such code" : `: ${meaning}`}.`,
        measured: code,
        ...(meaning === undefined ? {} : { expected: meaning }),
      });
    }
  },
});
