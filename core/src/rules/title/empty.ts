import { TITLE_BLOCKS } from "../../recognise/title-blocks/title-blocks";
import type { TitleCell } from "../../recognise/title-blocks/title-cell";
import { isPlaceholder } from "../text/provisional";
import { rule } from "../rule";
import { filled, wanted } from "./filled";

/** Fields that a sheet may rightly have nothing in: it was never revised, or is one of no series. */
const MAY_BE_EMPTY: ReadonlySet<string | undefined> = new Set([
  "revision",
  "supplement",
  "telephone",
  "size",
  undefined,
]);
/** What people write for nothing. */
const NOTHING = /^[-–—.\s]*$/;

export const empty = rule({
  id: "title/empty",
  title: "Empty field in the title block",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [TITLE_BLOCKS],
  parameters: [],
  mends: "set-text",
  page: {
    measures:
      "Cells of title blocks: those of the standard's frames where they are drawn, and cells with the labels that title blocks have on others' sheets. A cell with nothing, a dash or a placeholder in it is empty. Revision, supplementary title, paper size and telephone may be.",
    why: "Who drew it, for whom, when and at which scale is asked years later. Every empty field is to be seen before issue, not after.",
    right: "Scale: 1:50.",
    wrong: "Approved by: nothing, or TBC.",
    cannotSee: "Fields whose cells are not drawn, and what stands in a field that is not what it asks for.",
    mend: "Where the particulars of the project say it, the field is filled, in the manner of the fields beside it, if the words have room in their cell; a placeholder is written over.",
  },
  judge({ pages, report }) {
    for (const facts of pages)
      for (const { value: block } of facts.of(TITLE_BLOCKS))
        for (const cell of block.cells.filter(isEmpty)) {
          const should = wanted(facts, block.cells, cell.field);
          const lines = [...cell.values, ...(cell.labelLine ? [cell.labelLine] : [])];
          report({
            page: facts.page.index,
            placed: true,
            ...(lines[0] ? { layer: lines[0].layer } : {}),
            marks: { of: "texts", rows: Uint32Array.from(lines.flatMap(({ rows }) => rows)).sort() },
            regionMm: cell.boxMm,
            message: () =>
              NOTHING.test(cell.value)
                ? `“${cell.label}” in the title block has nothing in it.`
                : `“${cell.label}” in the title block says “${cell.value}”, which stands for something still to be written.`,
            measured: cell.value,
            expected: should ?? cell.label,
            ...(should === undefined ? {} : filled(facts, block.cells, cell, should)),
          });
        }
  },
});

/** Whether a field has something in it that stands for a value, or nothing where it may not be empty. */
export const isEmpty = ({ field, value }: TitleCell): boolean =>
  isPlaceholder(value) || (NOTHING.test(value) && !MAY_BE_EMPTY.has(field));
