import { describe, expect, it } from "vitest";
import { FileFacts } from "../../src/recognise/recogniser";
import { fieldOf, labelled } from "../../src/recognise/title-blocks/labels";
import { TITLE_BLOCKS } from "../../src/recognise/title-blocks/title-blocks";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { box, stroke } from "../support/drawn";
import { lettered, lettering, onePage } from "../support/raw-pdf";
import { cellsOf } from "../support/title-block";
import { drawingOf } from "../support/tools";

const TARNWICK = preset("tarnwick")!;
const blocks = async (bytes: Uint8Array) =>
  new FileFacts(await drawingOf(bytes), new StandardLookup(TARNWICK)).pages[0]!.of(TITLE_BLOCKS).map(
    ({ value }) => value,
  );

describe("title blocks", () => {
  it("of others are their labelled cells, with what stands in them", async () => {
    const content = cellsOf([
      { at: [300, 34, 100, 12], label: "Client", value: "Harbour board" },
      { at: [300, 22, 50, 12], label: "Drawn by", value: "K. Aldous" },
      { at: [350, 22, 50, 12], label: "SCALE: 1:50" },
    ]);
    const [found, ...others] = await blocks(onePage({ content, widthMm: 420, heightMm: 297 }));
    expect(others).toEqual([]);
    expect(found!.cells.map(({ field, label, value }) => [field, label, value]).sort()).toEqual([
      ["client", "Client", "Harbour board"],
      ["drawnBy", "Drawn by", "K. Aldous"],
      ["scale", "SCALE", "1:50"],
    ]);
  });
  it("leave lettering to the cell that it begins in, though most of it lies in the next", async () => {
    const content = cellsOf([
      { at: [300, 34, 30, 12], label: "Client", value: "Harbour board of the town and of both banks" },
      { at: [330, 34, 70, 12], label: "Project", value: "Rope works" },
      { at: [300, 22, 100, 12], label: "Title", value: "Roof" },
    ]);
    const [found] = await blocks(onePage({ content, widthMm: 420, heightMm: 297 }));
    expect(found!.cells.map(({ field, value }) => [field, value]).sort()).toEqual([
      ["client", "Harbour board of the town and of both banks"],
      ["project", "Rope works"],
      ["title", "Roof"],
    ]);
  });
  it("are two where two stand on a sheet, and none where cells have no lines", async () => {
    const one = (x: number): string =>
      cellsOf([
        { at: [x, 34, 60, 12], label: "Client", value: "A" },
        { at: [x, 22, 60, 12], label: "Title", value: "B" },
        { at: [x, 10, 60, 12], label: "Date", value: "2026-03-02" },
      ]);
    expect(await blocks(onePage({ content: one(40) + one(300), widthMm: 420, heightMm: 297 }))).toHaveLength(2);
    const bare = ["Client", "Title", "Date", "Scale"].map((label, i) => lettering(label, 300, 20 + i * 10, 2.5));
    expect(await blocks(onePage({ content: bare.join(""), widthMm: 420, heightMm: 297 }))).toEqual([]);
  });
  const fields = async (content: string, size = [420, 297] as const) =>
    (await blocks(onePage({ content, widthMm: size[0], heightMm: size[1] }))).flatMap(({ cells }) =>
      cells.map(({ field, value }) => `${field}: ${value}`).sort(),
    );
  const table = (rows: readonly (readonly [string, string])[], split: boolean): string =>
    box(300, 20, 110, rows.length * 8, 0.5) +
    (split ? stroke(330, 20, 330, 20 + rows.length * 8, 0.25) : "") +
    rows
      .map(([label, value], i) => {
        const y = 20 + (rows.length - i) * 8;
        return stroke(300, y, 410, y, 0.25) + lettering(label, 302, y - 5, 1.8) + lettering(value, 333, y - 5, 2.5);
      })
      .join("");
  const ROWS = [
    ["Client", "Harbour board"],
    ["Title", "Ground floor plan"],
    ["Scale", "1:50"],
  ] as const;
  const READ = ["client: Harbour board", "scale: 1:50", "title: Ground floor plan"];
  it("are read where labels have cells of their own, and where only level lines part the rows", async () => {
    expect(await fields(table(ROWS, true))).toEqual(READ);
    expect(await fields(table(ROWS, false))).toEqual(READ);
  });
  it("have nothing in a field whose own cell is empty, beside cells of others", async () => {
    expect(await fields(table([...ROWS, ["Date", ""]], true))).toEqual([
      "client: Harbour board",
      "date: ",
      ...READ.slice(1),
    ]);
  });
  it("are read in a box without lines in it, words of no known field apart", async () => {
    const rows = [...ROWS, ["Lot", "7"], ["Rev", "B"]] as const;
    const content =
      box(300, 20, 110, 30, 0.5) +
      rows
        .map(([label, value], i) => lettering(label, 302, 44 - i * 5, 1.8) + lettering(value, 333, 44 - i * 5, 2.5))
        .join("");
    expect((await fields(content)).filter((each) => !each.startsWith("undefined"))).toEqual(
      [...READ.slice(0, 1), "revision: B", ...READ.slice(1)].sort(),
    );
  });
  it("are read from the right edge, where their strip is turned", async () => {
    const turned = ROWS.map(
      ([label, value], i) =>
        box(380, 20 + i * 60, 30, 60, 0.25) +
        lettered(label, 385, 22 + i * 60, 1.8, 90) +
        lettered(value, 393, 24 + i * 60, 2.5, 90),
    );
    expect(await fields(turned.join(""))).toEqual(READ);
  });
  it("are read with their labels in other languages", async () => {
    const german = table(
      [
        ["Bauherr", "Hafenamt"],
        ["Planinhalt", "Erdgeschoss"],
        ["Plan-Nr.", "A-101"],
        ["Index", "b"],
      ],
      true,
    );
    expect(await fields(german)).toEqual(["client: Hafenamt", "number: A-101", "revision: b", "title: Erdgeschoss"]);
  });
  it.each([
    ["SHEET 3 OF 12", "sheetOf: 3 OF 12"],
    ["SCALE 1:50", "scale: 1:50"],
    ["DATE 12.03.2026", "date: 12.03.2026"],
    ["REV. B", "revision: B"],
    ["JOB NO. 26/118", "projectNumber: 26/118"],
    ["SHEET NO. A-101", "number: A-101"],
    ["DRAWN KL", "drawnBy: KL"],
  ])("read “%s” as label and value", async (words, expected) => {
    const cells = [
      { at: [300, 46, 60, 12], label: "Client", value: "A" },
      { at: [300, 34, 60, 12], label: "Status", value: "B" },
      { at: [300, 22, 60, 12], label: "Title", value: "C" },
    ] as const;
    expect(await fields(cellsOf(cells) + box(300, 10, 60, 12, 0.25) + lettering(words, 302, 14, 2.5))).toContain(
      expected,
    );
  });
  it.each(["DRAWN BY", "CHECKED BY", "SHEET NO", "Date of issue"])("read “%s” as a label alone", (words) => {
    expect(fieldOf(words)).toBeDefined();
    expect(labelled(words)).toBeUndefined();
  });
  it.each(["Sheet metal", "Scale of fees", "Date palm", "Drawn wire", "Rev. A. Wray"])("but not “%s”", (words) => {
    expect(fieldOf(words) ?? labelled(words)).toBeUndefined();
  });
  it("have the large number of their sheet without a label, and cells that one of no known field keeps apart", async () => {
    const content =
      cellsOf([
        { at: [300, 70, 60, 12], label: "Client", value: "A" },
        { at: [300, 58, 60, 12], label: "Cost code", value: "4411" },
        { at: [300, 46, 60, 12], label: "Title", value: "B" },
        { at: [300, 34, 60, 12], label: "Date", value: "C" },
        { at: [300, 22, 60, 12], label: "Scale", value: "1:20" },
      ]) +
      box(300, 6, 60, 16, 0.25) +
      lettering("A-101", 310, 10, 7);
    expect(await fields(content)).toEqual(["client: A", "date: C", "number: A-101", "scale: 1:20", "title: B"]);
  });
  it("tell a value by where it begins, where it runs out of its cell", async () => {
    const long = "Harbour board and the rebuilding of its eastern landing stage with a lift";
    expect(await fields(table([["Client", long], ...ROWS.slice(1)], true))).toContain(`client: ${long}`);
  });
  it("take no long time on a page of nothing but labels and boxes", async () => {
    const many = Array.from({ length: 3000 }, (_, i) =>
      lettering("No", 5 + (i % 60) * 6, 5 + Math.floor(i / 60) * 5, 1.8),
    );
    const boxes = Array.from({ length: 3000 }, (_, i) => box(5 + (i % 60) * 6, 4 + Math.floor(i / 60) * 5, 6, 5, 0.18));
    expect(await blocks(onePage({ content: many.join("") + boxes.join(""), widthMm: 420, heightMm: 297 }))).toEqual([]);
  });
});

describe("tables that are no title blocks", () => {
  const tableOf = (heads: readonly string[], rows: readonly (readonly string[])[]): string =>
    [heads, ...rows]
      .flatMap((cells, i) =>
        cells.map(
          (text, k) => box(60 + k * 40, 200 - i * 8, 40, 8, 0.25) + lettering(text, 62 + k * 40, 202.5 - i * 8, 2.5),
        ),
      )
      .join("");
  it.each([
    [
      "a list of sheets",
      ["Sheet no", "Title", "Rev", "Date"],
      [
        ["A-101", "Plan", "B", "2026-03-02"],
        ["A-102", "Roof", "A", "2026-03-02"],
      ],
    ],
    [
      "a schedule of doors",
      ["No", "Size", "Description", "For"],
      [
        ["D1", "900", "Flush", "Office"],
        ["D2", "800", "Glazed", "Hall"],
      ],
    ],
    [
      "a list of drawings with a column that is empty",
      ["Drawing no", "Title", "Scale", "Checked"],
      [
        ["A-101", "Plan", "1:50", ""],
        ["A-102", "Roof", "1:50", ""],
      ],
    ],
  ] as const)("%s has no empty field", async (_what, heads, rows) => {
    const found = await blocks(onePage({ content: tableOf(heads, rows), widthMm: 420, heightMm: 297 }));
    expect(found.flatMap(({ cells }) => cells.filter(({ value }) => value === "").map(({ label }) => label))).toEqual(
      [],
    );
  });
});
