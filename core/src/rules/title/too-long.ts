import { mm } from "../../base/words";
import type { TextLine } from "../../recognise/lettering";
import { TITLE_BLOCKS } from "../../recognise/title-blocks/title-blocks";
import { lengthAlong, runsOut, type TitleCell } from "../../recognise/title-blocks/title-cell";
import { rule } from "../rule";

/** Lettering may touch the line of its cell. Millimetres on paper. */
const SLACK_MM = 0.3;

export const tooLong = rule({
  id: "title/too-long",
  title: "Title-block text longer than its field",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [TITLE_BLOCKS],
  parameters: [],
  page: {
    measures:
      "Lettering in the cells of title blocks that runs over a line of its cell: its length against the cell's.",
    why: "What runs into the next field is misread, and is cut off where sheets are folded or filed.",
    right: "A title on two lines that fit.",
    wrong: "A project's name of 132 mm in a field of 110 mm.",
    cannotSee: "Lettering that was squeezed to fit (text/stretched tells).",
    mend: "None: shorten it, or write it on two lines.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value: block } of facts.of(TITLE_BLOCKS))
        for (const cell of block.cells)
          for (const line of tooLongIn(cell)) {
            const [has, room] = [Number(line.lengthMm.toFixed(1)), Number(lengthAlong(cell.boxMm, line).toFixed(1))];
            report({
              page: facts.page.index,
              layer: line.layer,
              placed: true,
              marks: { of: "texts", rows: Uint32Array.from(line.rows) },
              message: () =>
                `“${line.text}” is ${mm(has)} long, and runs out of the field “${cell.label}”, which has room for ${mm(room)}.`,
              measured: has,
              expected: room,
              unit: "mm",
            });
          }
  },
});

/** Lines of a cell that run over its lines. */
export const tooLongIn = (cell: TitleCell): readonly TextLine[] =>
  cell.values.filter((line) => runsOut(cell, line, SLACK_MM));
