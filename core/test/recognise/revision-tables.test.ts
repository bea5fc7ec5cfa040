import { describe, expect, it } from "vitest";
import { inspect } from "../../src/inspect";
import { FileFacts } from "../../src/recognise/recogniser";
import { LEGENDS } from "../../src/recognise/codes/legends";
import { REVISION_TABLES } from "../../src/recognise/title-blocks/revision-tables";
import { TITLE_BLOCKS } from "../../src/recognise/title-blocks/title-blocks";
import { preset, StandardLookup } from "../../src/standard";
import { box, stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { cellsOf } from "../support/title-block";
import { drawingOf } from "../support/tools";

const WIDTHS = [14, 24, 64, 18];
const ROWS = [
  ["B", "12.03.2026", "Stair moved", "KL"],
  ["A", "02.02.2026", "First issue", "KL"],
];

/** Rows of four cells from the bottom up, with lines between them. */
function table(rows: readonly (readonly string[])[], x = 280, y = 100): string {
  const height = rows.length * 6;
  const edges = WIDTHS.map((_, i) => x + WIDTHS.slice(0, i + 1).reduce((sum, each) => sum + each, 0));
  const words = rows.flatMap((cells, i) =>
    cells.map((text, k) => lettering(text, (k === 0 ? x : edges[k - 1]!) + 1.5, y + i * 6 + 2, 2)),
  );
  return (
    box(x, y, 120, height, 0.25) +
    rows.map((_, i) => stroke(x, y + i * 6, x + 120, y + i * 6, 0.25)).join("") +
    edges.map((edge) => stroke(edge, y, edge, y + height, 0.25)).join("") +
    words.join("")
  );
}

const pageOf = async (content: string) =>
  new FileFacts(
    await drawingOf(onePage({ content, widthMm: 420, heightMm: 297 })),
    new StandardLookup(preset("tarnwick")!),
  ).pages[0]!;
const revisions = async (content: string): Promise<string[]> =>
  (await pageOf(content))
    .of(REVISION_TABLES)
    .flatMap(({ value }) => value.revisions.map(({ revision, date, what, by }) => `${revision}|${date}|${what}|${by}`))
    .sort();

describe("tables of revisions", () => {
  const expected = ["A|02.02.2026|First issue|KL", "B|12.03.2026|Stair moved|KL"];
  it.each([
    ["Rev", "Date", "Description", "By"],
    ["REV.", "DATE", "AMENDMENT", "DRN"],
    ["No.", "Date", "Revision", "Chk"],
  ])("are read under the heads %s, %s, %s and %s, and over them", async (...heads) => {
    expect(await revisions(table([...ROWS, heads]))).toEqual(expected);
    expect(await revisions(table([heads, ...ROWS]))).toEqual(expected);
  });
  it("end where a title block of the same width follows, whose fields they are not", async () => {
    const heads = ["Rev", "Date", "Description", "By"];
    const block = cellsOf([
      { at: [280, 88, 120, 12], label: "Client", value: "Harbour board" },
      { at: [280, 76, 120, 12], label: "Title", value: "Ground floor plan" },
      { at: [280, 64, 120, 12], label: "Scale", value: "1:50" },
    ]);
    const content = table([...ROWS, heads]) + block;
    expect(await revisions(content)).toEqual(expected);
    const [title, ...others] = (await pageOf(content)).of(TITLE_BLOCKS);
    expect(others).toEqual([]);
    expect(title!.value.cells.map(({ field }) => field).sort()).toEqual(["client", "scale", "title"]);
  });
  it("explain no codes, and their letters are none", async () => {
    const content = table([
      ...ROWS,
      ["C", "30.03.2026", "Client's comments", "RS"],
      ["Rev", "Date", "Description", "By"],
    ]);
    expect((await pageOf(content)).of(LEGENDS)).toEqual([]);
    const drawing = await drawingOf(onePage({ content, widthMm: 420, heightMm: 297 }));
    expect(inspect(drawing, preset("tarnwick")!).findings.filter(({ rule }) => rule.startsWith("code/"))).toEqual([]);
  });
  it("need a letter, a date and what was changed", async () => {
    expect(
      await revisions(
        table([
          ["1", "2", "3", "4"],
          ["Door", "Width", "Height", "Fire"],
        ]),
      ),
    ).toEqual([]);
    expect(await revisions(table([["Rev", "Date", "Description", "By"]]))).toEqual([]);
  });
});
