import fc from "fast-check";
import { execFileSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { RULE_BOOK } from "../../src/rules";
import { preset, PRESETS, writeStandard, type OfficeStandard } from "../../src/standard";
import {
  corrected,
  dryRun,
  fromTables,
  listTable,
  readCsv,
  readWorkbook,
  LEFT_OUT,
  suggestMapping,
  toTables,
  writeCsv,
  writeWorkbook,
  type Table,
} from "../../src/tables";
import { splitList } from "../../src/tables";
import { temporary } from "../support/tools";

const tarnwick = (): OfficeStandard => preset("tarnwick")!;
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
/** Texts that spreadsheets and XML like to change. */
const NASTY = [
  "=1+1",
  "+3",
  "-A",
  "@x",
  "'",
  "'=a",
  " a ",
  "a\r\nb\tc",
  "\u0001\u0002",
  "_x000D_",
  "_x_",
  "a;b\\c",
  "true",
  "007",
  "1e5",
  "<b>&amp;</b>",
  "\ud800",
  "壁🧱",
  "\\e",
  '""',
  "no",
];

describe("a standard as a workbook", () => {
  it.each(Object.keys(PRESETS))("%s: JSON → XLSX → JSON is the same text", async (name) => {
    const json = writeStandard(preset(name)!);
    const { tables } = must(readWorkbook(writeWorkbook(toTables(preset(name)!, RULE_BOOK))));
    const back = fromTables(tables);
    expect(back.ok ? [] : back.problems).toEqual([]);
    if (back.ok) expect(writeStandard(back.standard)).toBe(json);
  });
  it("tells of every rule how it counts usually and in the office, with its figures", () => {
    const standard = tarnwick();
    standard.rules = { "line/too-close": { severity: "stop", parameters: { leastClearMm: 0.3 } } };
    const tables = toTables(standard, RULE_BOOK);
    const [rules, figures] = ["Rules", "Figures of rules"].map((title) => tables.find((t) => t.title === title)!);
    expect(rules!.rows.map(([id]) => id)).toEqual(RULE_BOOK.map(({ id }) => id));
    const gap = RULE_BOOK.find(({ id }) => id === "line/too-close")!;
    expect(rules!.rows).toContainEqual(["line/too-close", "stop", gap.title, "mend"]);
    const [figure] = gap.parameters;
    expect(figures!.rows).toContainEqual([
      "line/too-close",
      figure!.name,
      0.3,
      figure!.sentence,
      figure!.unit,
      figure!.usual,
      figure!.least,
      figure!.most,
    ]);
    expect(figures!.rows).toHaveLength(RULE_BOOK.flatMap(({ parameters }) => parameters).length);
  });
  it("with texts that spreadsheets like to change comes back the same", async () => {
    const standard = tarnwick();
    NASTY.forEach((text, i) => {
      standard.layers[i]!.purpose = text;
      standard.layers[i]!.note = text;
      standard.codes.push({ code: text, meaning: text, group: "materials" });
    });
    standard.textStyles[0]!.fonts = NASTY.filter((text) => text !== "\ud800");
    standard.lineTypes[1]!.pattern = [12.5, 0.1 + 0.2, 1e-7];
    const { tables } = must(readWorkbook(writeWorkbook(toTables(standard, RULE_BOOK))));
    const back = fromTables(tables);
    expect(back.ok ? [] : back.problems).toEqual([]);
    if (back.ok) expect(writeStandard(back.standard)).toBe(writeStandard(standard));
  });
  it("any texts come back through cells (property)", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.string({ unit: "binary", maxLength: 30 }), { minLength: 1, maxLength: 20 }),
        async (texts) => {
          const table: Table = { title: "T", columns: ["a"], rows: texts.map((text) => [text === "" ? null : text]) };
          const { tables } = must(readWorkbook(writeWorkbook([{ ...table, rows: [...table.rows, ["end"]] }])));
          expect(tables[0]!.rows.slice(0, -1)).toEqual(table.rows);
        },
      ),
      { numRuns: 60 },
    );
  });
  it("lists come back through one cell (property)", () =>
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 8 })), (parts) => {
        const standard = tarnwick();
        standard.textStyles[0]!.fonts = parts;
        const cell = listTable(standard, "textStyles").rows[0]![2];
        expect(splitList(String(cell ?? ""))).toEqual(parts);
      }),
    ));
  it("another program reads the same cells, and finds no formula (openpyxl)", async () => {
    const standard = tarnwick();
    standard.layers[0]!.purpose = "=HYPERLINK(1)";
    const path = temporary(writeWorkbook(toTables(standard, RULE_BOOK)), "standard.xlsx");
    const script = `import openpyxl,json,sys
book=openpyxl.load_workbook(sys.argv[1])
print(json.dumps({s.title:[[c.value for c in r] for r in s.iter_rows()] for s in book.worksheets}))
print(json.dumps([c.data_type for s in book.worksheets for r in s.iter_rows() for c in r].count("f")))`;
    const [cells, formulas] = execFileSync("/usr/bin/python3", ["-c", script, path], { encoding: "utf8" })
      .trim()
      .split("\n");
    const read = JSON.parse(cells!) as Record<string, unknown[][]>;
    for (const table of toTables(standard, RULE_BOOK))
      expect(read[table.title]).toEqual([table.columns, ...table.rows].map((row) => [...row]));
    expect(formulas).toBe("0");
  });
  it("that lacks a sheet or a column, or has a wrong cell, says where", () => {
    const tables = toTables(tarnwick(), RULE_BOOK);
    const messages = (changed: Table[]): string[] => {
      const result = fromTables(changed);
      return result.ok ? [] : result.problems.map((problem) => `${problem.at}: ${problem.message}`);
    };
    expect(messages(tables.filter((table) => table.title !== "Pens"))[0]).toBe(
      "Pens: The workbook has no sheet “Pens”.",
    );
    const wide = tables.map((table) =>
      table.title === "Pens"
        ? { ...table, rows: table.rows.map((row, i) => (i === 2 ? [row[0]!, "wide", ...row.slice(2)] : row)) }
        : table,
    );
    expect(messages(wide)).toEqual(["Pens, row 4, Width: “wide” in Width is not a number."]);
    const renamed = tables.map((table) =>
      table.title === "Pens" ? { ...table, columns: ["Stift", ...table.columns.slice(1)] } : table,
    );
    expect(messages(renamed)[0]).toBe("Pens: The sheet “Pens” has no column “Pen”.");
  });
  it.each([
    ["text", bytes("no workbook")],
    ["nothing", new Uint8Array(0)],
    ["a ZIP of other things", new Uint8Array([80, 75, 5, 6, ...new Array<number>(18).fill(0)])],
  ])("%s is refused in words", async (_what, content) => {
    const read = readWorkbook(content);
    expect(read.ok ? "" : read.problem.code).toBe("not-a-workbook");
  });
  it("formulas are taken by their stored result, merged cells by their value, and both are said", async () => {
    const ExcelJS = (await import("exceljs")).default;
    const workbook = new ExcelJS.Workbook();
    const sheet = workbook.addWorksheet("Pens");
    sheet.addRow(["Pen", "Width, mm"]);
    sheet.addRow(["x", { formula: "1/4", result: 0.25 }]);
    sheet.addRow(["y", { formula: "A1" }]);
    sheet.addRow(["z", 0.5]);
    sheet.addRow(["w", null]);
    sheet.mergeCells("B4:B5");
    const { tables, notes } = must(readWorkbook(new Uint8Array((await workbook.xlsx.writeBuffer()) as ArrayBuffer)));
    expect(tables[0]!.rows).toEqual([
      ["x", 0.25],
      ["y", null],
      ["z", 0.5],
      ["w", 0.5],
    ]);
    expect(notes.map((note) => `${note.column}${note.row} ${note.message}`)).toEqual([
      "B2 is a formula; the result stored with it is taken",
      "B3 is a formula without a stored result, and is taken as empty",
      "B5 is merged with B4; its value is taken",
    ]);
  });
});

describe("a list as CSV", () => {
  it("comes back as it was, and nothing in it can be taken for a formula", () => {
    const standard = tarnwick();
    NASTY.filter((text) => !/[\ud800\u0001]/.test(text)).forEach(
      (text, i) => void (standard.layers[i]!.purpose = text),
    );
    const csv = writeCsv(listTable(standard, "layers"));
    expect(csv.split(/,|\r\n/).filter((cell) => /^"?[=+@]/.test(cell))).toEqual([]);
    const { table } = must(readCsv(bytes(csv)));
    const run = dryRun(standard, "layers", table, suggestMapping("layers", table.columns), { replace: true });
    expect(run.rows.filter((row) => row.state !== "unchanged")).toEqual([]);
  });
  it.each([
    "=1+1",
    "+1",
    "-1",
    "@x",
    "\t=1",
    "\r=1",
    "\n=1",
    "a;=1",
    "a\t=1",
    "a\n=1",
    "＝1+1",
    "＋1",
    "－1",
    "＠x",
    "a;＝1",
  ])("%j is no formula, however a spreadsheet parts cells (OWASP, CSV injection)", (text) => {
    const csv = writeCsv({ title: "T", columns: ["a"], rows: [[text]] });
    for (const separators of [/[,\r\n]/, /[;\r\n]/, /[\t\r\n]/])
      expect(csv.split(separators).filter((cell) => /^"?[=+\-@＝＋－＠]/.test(cell))).toEqual([]);
    expect(must(readCsv(bytes(csv))).table.rows).toEqual([[text]]);
  });
  it("any text comes back (property)", () =>
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom(..."=+-@';\t,\n\"a ＝－"), minLength: 1, maxLength: 12 }), {
          minLength: 1,
          maxLength: 5,
        }),
        (texts) => {
          const rows = texts.map((text) => [text.trim() === "" ? "x" : text, "end"]);
          const csv = writeCsv({ title: "T", columns: ["a", "b"], rows });
          expect(must(readCsv(bytes(csv))).table.rows).toEqual(rows);
        },
      ),
    ));
  it.each<[string, Uint8Array, string]>([
    ["UTF-8 with a mark", bytes("\uFEFFPen;Width\nÄ;0.5"), "utf-8"],
    [
      "UTF-16",
      new Uint8Array([
        0xff,
        0xfe,
        ...new Uint8Array(new Uint16Array([..."Pen;Width\nÄ;0.5"].map((c) => c.charCodeAt(0))).buffer),
      ]),
      "utf-16",
    ],
    [
      "an old Windows encoding",
      Uint8Array.from([..."Pen;Width\n\xc4;0.5"].map((c) => c.charCodeAt(0))),
      "windows-1252",
    ],
  ])("%s is read, and which it was is said", (_what, content, encoding) => {
    const read = must(readCsv(content));
    expect(read).toMatchObject({ encoding, table: { columns: ["Pen", "Width"], rows: [["Ä", "0.5"]] } });
  });
  it("an old Windows encoding has its own signs where others have control characters", () => {
    const content = Uint8Array.from([..."Sign\n\x80 \x85 \x91\x92 \x96"].map((c) => c.charCodeAt(0)));
    expect(must(readCsv(content)).table.rows).toEqual([["€ … ‘’ –"]]);
  });
  it("a picture is no table", () => expect(readCsv(new Uint8Array([137, 80, 78, 71, 0, 0, 0])).ok).toBe(false));
});

describe("an import, tried first", () => {
  const table = (columns: string[], ...rows: (string | number | null)[][]): Table => ({ title: "", columns, rows });
  const run = (each: Table, replace = false) =>
    dryRun(tarnwick(), "layers", each, suggestMapping("layers", each.columns), { replace });
  it("finds the columns by what they are called", () => {
    expect(suggestMapping("layers", ["Layer name", "PURPOSE", "Penn", "Line type", "Price"])).toEqual([
      "name",
      "purpose",
      "pen",
      "lineType",
      null,
    ]);
    expect(suggestMapping("pens", ["Pen", "Width mm", "Shade %"])).toEqual(["id", "widthMm", "shadePercent"]);
  });
  it("says row by row what it would do", () => {
    const result = run(
      table(
        ["Layer", "Purpose", "Pen"],
        ["A-WALL", "Walls in plan, cut outline", "0.5"],
        ["A-DOOR", "Doors", "0.35"],
        ["A-SIGN", "Signs", "0.25"],
        [null, null, null],
      ),
    );
    expect(result.rows).toEqual([
      {
        row: 2,
        key: "A-WALL",
        state: "unchanged",
        words: [],
        cells: ["A-WALL", "Walls in plan, cut outline", "0.5"],
        wrongIn: [],
      },
      {
        row: 3,
        key: "A-DOOR",
        state: "changed",
        words: ["Purpose Door leaves and frames → Doors"],
        cells: ["A-DOOR", "Doors", "0.35"],
        wrongIn: [],
      },
      { row: 4, key: "A-SIGN", state: "added", words: [], cells: ["A-SIGN", "Signs", "0.25"], wrongIn: [] },
    ]);
    expect(result.edits.length).toBe(2);
  });
  it("with one wrong row stores nothing, and says which rows are wrong and why", () => {
    const result = run(
      table(
        ["Layer", "Pen", "Plots"],
        ["A-WALL", "0.9", "yes"],
        ["A-DOOR", "0.35", "perhaps"],
        ["A-DOOR", "0.35", "yes"],
        ["", "0.35", "yes"],
        ["A-GLAZ", "0.18", "yes"],
      ),
    );
    expect(result.rows.map((row) => [row.row, row.state])).toEqual([
      [2, "wrong"],
      [3, "wrong"],
      [4, "wrong"],
      [5, "wrong"],
      [6, "changed"],
    ]);
    expect(result.rows[0]!.words[0]).toContain("names the pen “0.9”");
    expect(result.rows.map(({ wrongIn }) => wrongIn)).toEqual([[1], [2], [0], [0], []]);
    expect(result.rows[1]!.words).toEqual(["“perhaps” in Plots is neither yes nor no."]);
    expect(result.rows[2]!.words).toEqual(["“A-DOOR” stands in row 3 already."]);
    expect(result.edits).toEqual([]);
  });
  it("asks about every column that it can't match, and stores nothing before it is told", () => {
    const asked = table(["Layer", "Pen Nr", "Thickness", "", "Checked"], ["A-SIGN", "0.25", "0,18", "yes", null]);
    const result = run(asked);
    expect(suggestMapping("layers", asked.columns)).toEqual(["name", null, null, null, null]);
    expect(result.problems).toEqual([
      "“Pen Nr”, “Thickness” and column 4 match nothing in this list. Choose what each holds, or leave it out.",
    ]);
    expect(result.edits).toEqual([]);
    const told = dryRun(tarnwick(), "layers", asked, ["name", LEFT_OUT, "pen", LEFT_OUT, null]);
    expect([told.problems, told.edits.map(({ entry }) => entry?.["pen"])]).toEqual([[], ["0.18"]]);
  });
  it("knows what people call the columns: common practice, no source", () =>
    expect(suggestMapping("layers", ["Name", "Description", "Line Weight", "Linetype", "Color"])).toEqual([
      "name",
      "purpose",
      "pen",
      "lineType",
      "screenColour",
    ]));
  it.each([
    ["0,18", "Dashed", "0.18", "dashed"],
    ["0.5 mm", "CONTINUOUS", "0.5", "continuous"],
    [0.35, "dashed", "0.35", "dashed"],
    ["0.50", "long dash dot", "0.5", "long-dash-dot"],
  ])("takes a pen as %s and a line type as %s", (pen, lineType, isPen, isLineType) => {
    const { edits, problems } = run(table(["Layer", "Pen", "Line type"], ["A-SIGN", pen, lineType]));
    expect(problems).toEqual([]);
    expect([edits[0]?.entry?.["pen"], edits[0]?.entry?.["lineType"]]).toEqual([isPen, isLineType]);
  });
  it("does not guess where two could be meant, or none", () => {
    const wrong = (pen: string) => run(table(["Layer", "Pen"], ["A-SIGN", pen])).rows[0]!.words.join();
    for (const pen of ["0.9 mm", "018", "thick", "1,234.5"]) expect(wrong(pen)).toContain("names the pen");
  });
  it("stores the rows that are right without those that are wrong, where that is asked", () => {
    const given = table(
      ["Layer", "Pen", "Plots"],
      ["A-SIGN", "0.25", "perhaps"],
      ["A-FENC", "0.9", "yes"],
      ["A-SITE", "0,35", "yes"],
      ["A-GLAZ", "0.18", "yes"],
    );
    const partly = (replace: boolean) =>
      dryRun(tarnwick(), "layers", given, ["name", "pen", "plots"], { partly: true, replace });
    const { sums, edits, rows } = partly(false);
    expect(sums).toMatchObject({ wrong: 2, added: 1, changed: 1 });
    expect(edits.map(({ entry }) => entry?.["name"])).toEqual(["A-SITE", "A-GLAZ"]);
    expect(rows.slice(0, 2).map(({ state }) => state)).toEqual(["wrong", "wrong"]);
    // What stands wrong in the table is not removed for it.
    expect(partly(true).removed).not.toContain("A-GLAZ");
  });
  it("reads a cell as it was corrected, and stores nothing of the table as it came", () => {
    const given = table(["Layer", "Pen"], ["A-SIGN", "0.9"], ["A-SITE", "0.25"]);
    const right = corrected(given, [
      [2, 1, "0.5"],
      [99, 0, "x"],
      [3, 7, "x"],
    ]);
    expect(right.rows).toEqual([
      ["A-SIGN", "0.5"],
      ["A-SITE", "0.25"],
    ]);
    expect(given.rows[0]).toEqual(["A-SIGN", "0.9"]);
    expect(run(right).sums).toMatchObject({ wrong: 0, added: 2 });
  });
  it("two columns for one property, or none for the key, are refused before any row", () => {
    expect(dryRun(tarnwick(), "layers", table(["a", "b"]), ["name", "name"]).problems).toEqual([
      "Two columns fill Layer; only one can.",
    ]);
    expect(run(table(["Purpose"], ["x"])).problems).toEqual(["No column holds the Layer, by which entries are known."]);
  });
  it("that replaces the list says what it would remove, and refuses where something still uses it", () => {
    const result = dryRun(tarnwick(), "pens", table(["Pen", "Width"], ["0.5", 0.5]), ["id", "widthMm"], {
      replace: true,
    });
    expect(result.removed).toContain("0.35");
    expect(result.problems.some((problem) => problem.includes("names the pen “0.35”"))).toBe(true);
    expect(result.edits).toEqual([]);
  });
  it("of 100,000 rows says what is wrong with each", () => {
    const rows = Array.from({ length: 100_000 }, (_, i) => [`A-WALL-${i}`, "x"]);
    const result = run(table(["Layer", "Purpose"], ...rows));
    expect(result.rows.length).toBe(100_000);
    expect(result.problems.join()).toContain("20000");
    expect(result.edits).toEqual([]);
  });
});
