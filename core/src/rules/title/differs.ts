import { addTo, groupedBy } from "../../base/grouped";
import { TITLE_BLOCKS, type TitleBlock } from "../../recognise/title-blocks/title-blocks";
import type { TitleCell } from "../../recognise/title-blocks/title-cell";
import type { PageFacts } from "../../recognise/recogniser";
import { rule, type JudgeContext, type Report } from "../rule";
import { isEmpty } from "./empty";
import { filled, plain, same, wanted } from "./filled";

/** Fields that are the same on every sheet of one project. */
const OF_PROJECT: ReadonlySet<string | undefined> = new Set(["owner", "client", "project", "projectNumber", "address"]);

export const differs = rule({
  id: "title/differs",
  title: "Title-block field that disagrees with the particulars",
  severity: "mend",
  scope: "file",
  needs: [],
  reads: [TITLE_BLOCKS],
  parameters: [],
  mends: "set-text",
  page: {
    measures:
      "What stands in the fields of title blocks against the particulars of the project and what the register has of the sheet, blanks and the case of letters aside. Within one file the office, client, project, its number and address have to be the same on every sheet.",
    why: "A sheet that bears another project's name, or the title that it had before it was renamed, is filed where nobody looks for it.",
    right: "Project: Saltmarsh Ferry Landing, as the particulars have it.",
    wrong: "Project: Saltmarsh Ferry Terminal.",
    cannotSee: "Fields that the particulars say nothing of, and values in fields that are not recognised.",
    mend: "The value is written anew where it is one string and the words have room in their cell.",
  },
  judge(context) {
    const blocks = context.pages.flatMap((facts) =>
      facts.of(TITLE_BLOCKS).map(({ value: block }) => ({ facts, block })),
    );
    const { particulars, register } = context.file.given;
    if (blocks.length > 0 && !particulars && !register && blocks.length < 2)
      context.leaveOpen(
        "The particulars of the project were not given, so there is nothing to hold the title block against.",
      );
    for (const { facts, block } of blocks)
      for (const cell of block.cells) {
        const should = wanted(facts, block.cells, cell.field);
        // What is empty is told by title/empty.
        if (should === undefined || isEmpty(cell) || cell.value === "" || same(cell.value, should)) continue;
        context.report({
          ...placeOf(facts, cell),
          message: () => `“${cell.label}” says “${cell.value}”; the particulars have “${should}”.`,
          measured: cell.value,
          expected: should,
          ...filled(facts, block.cells, cell, should),
        });
      }
    judgeSheets(context, blocks);
  },
});

/** Sheets of one file that disagree among themselves, where nobody gave the particulars. */
function judgeSheets(
  { report }: JudgeContext,
  blocks: readonly { readonly facts: PageFacts; readonly block: TitleBlock }[],
): void {
  const fields = new Map<string, { facts: PageFacts; cell: TitleCell }[]>();
  for (const { facts, block } of blocks)
    for (const cell of block.cells) {
      if (!OF_PROJECT.has(cell.field) || cell.field === undefined || isEmpty(cell)) continue;
      if (wanted(facts, block.cells, cell.field) !== undefined) continue;
      addTo(fields, cell.field, { facts, cell });
    }
  for (const all of fields.values()) {
    const [agreed] = [...groupedBy(all, ({ cell }) => plain(cell.value)).values()].sort((a, b) => b.length - a.length);
    const most = agreed?.[0]?.cell.value;
    if (!agreed || most === undefined || agreed.length * 2 <= all.length) continue;
    for (const { facts, cell } of all)
      if (!same(cell.value, most))
        report({
          ...placeOf(facts, cell),
          message: () =>
            `“${cell.label}” says “${cell.value}” here and “${most}” on ${agreed.length} other sheets of the file.`,
          measured: cell.value,
          expected: most,
          ...filled(facts, [], cell, most),
        });
  }
}

const placeOf = (facts: PageFacts, { values, boxMm }: TitleCell): Omit<Report, "message"> => ({
  page: facts.page.index,
  placed: true,
  ...(values[0] ? { layer: values[0].layer } : {}),
  marks: { of: "texts", rows: Uint32Array.from(values.flatMap(({ rows }) => rows)).sort() },
  regionMm: boxMm,
});
