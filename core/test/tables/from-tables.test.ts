import { RULE_BOOK } from "../../src/rules";
import { describe, expect, it } from "vitest";
import { LIST_NAMES, LISTS, PARTS, preset, writeStandard, type OfficeStandard } from "../../src/standard";
import { fromTables, toTables, type Cell, type Table } from "../../src/tables";

/** A workbook as somebody may give it back: the demo's, changed in one sheet. */
const TABLES = toTables(preset("tarnwick")!, RULE_BOOK);
const TITLES = TABLES.map((table) => table.title);
type Change = (table: Table) => Table;
const changed = (title: string, change: Change): Table[] =>
  TABLES.map((table) => (table.title === title ? change(table) : table));
const read = (tables: readonly Table[]): OfficeStandard => {
  const result = fromTables(tables);
  if (!result.ok) throw new Error(result.problems.map((problem) => `${problem.at}: ${problem.message}`).join("\n"));
  return result.standard;
};
const told = (tables: readonly Table[]): string[] => {
  const result = fromTables(tables);
  return result.ok ? [] : result.problems.map((problem) => `${String(problem.at)}: ${problem.message}`);
};
const withCell =
  (row: number, column: string, cell: Cell): Change =>
  (table) => ({
    ...table,
    rows: table.rows.map((cells, i) =>
      i === row ? cells.map((each, k) => (table.columns[k] === column ? cell : each)) : cells,
    ),
  });

describe("a workbook that is given back", () => {
  it("has a sheet for each list, and for what is said once", () => {
    for (const list of LIST_NAMES) expect(TITLES).toContain(LISTS[list].many);
    expect(new Set(TITLES).size).toBe(TITLES.length);
    for (const title of TITLES) {
      expect(title.length).toBeLessThanOrEqual(31);
      expect(title).not.toMatch(/[[\]:*?/\\]/);
    }
  });
  it("may have its sheets and its columns in any order, and more of both", () => {
    const turned = [...TABLES].reverse().map((table): Table => {
      if (table.title === "Showing chart" || table.title === "Standard" || table.title === "Rules") return table;
      const order = table.columns.map((_, i) => table.columns.length - 1 - i);
      return {
        title: table.title,
        columns: ["Our remarks", ...order.map((i) => table.columns[i]!)],
        rows: table.rows.map((row) => ["looked at", ...order.map((i) => row[i]!)]),
      };
    });
    const more: Table = { title: "Our own sheet", columns: ["x"], rows: [["y"]] };
    expect(writeStandard(read([...turned, more]))).toBe(writeStandard(preset("tarnwick")!));
  });
  it("may have empty rows between others", () => {
    const parted = TABLES.map((table) => ({
      ...table,
      rows: table.rows.flatMap((row, i) => (i % 3 === 1 ? [row.map(() => null), row] : [row])),
    }));
    expect(writeStandard(read(parted))).toBe(writeStandard(preset("tarnwick")!));
  });
  it.each(TITLES)("without the sheet “%s” says which is missing", (title) =>
    expect(told(TABLES.filter((table) => table.title !== title))).toContain(
      `${title}: The workbook has no sheet “${title}”.`,
    ),
  );
  it.each(
    TABLES.filter(({ title }) => !["Standard", "Showing chart", "Rules"].includes(title)).map(
      (table) => [table.title, table.columns[0]!] as const,
    ),
  )("with the first column of “%s” called otherwise says that “%s” is missing", (title, column) => {
    const renamed = changed(title, (table) => ({ ...table, columns: ["Etwas", ...table.columns.slice(1)] }));
    expect(told(renamed)).toContain(`${title}: The sheet “${title}” has no column “${column}”.`);
  });
});

describe("what is wrong in it is told with sheet, row and column", () => {
  it.each<[string, string, Change, string]>([
    [
      "a figure in words",
      "Pens",
      withCell(2, "Width, mm", "wide"),
      "Pens, row 4, Width: “wide” in Width is not a number.",
    ],
    ["an empty figure", "Pens", withCell(0, "Width, mm", null), "Pens, row 2, Width: Width is empty."],
    [
      "neither yes nor no",
      "Layers",
      withCell(4, "Plots", "maybe"),
      "Layers, row 6, Plots: “maybe” in Plots is neither yes nor no.",
    ],
  ])("%s", (_what, title, change, words) => expect(told(changed(title, change))).toEqual([words]));
  it("all of it at once, over all sheets", () => {
    const both = changed("Pens", withCell(2, "Width, mm", "wide")).map((table) =>
      table.title === "Wall types" ? withCell(1, "Thickness, mm", "thick")(table) : table,
    );
    expect(told(both)).toEqual([
      "Pens, row 4, Width: “wide” in Width is not a number.",
      "Wall types, row 3, Thickness: “thick” in Thickness is not a number.",
    ]);
  });
  it.each<[string, string, Change, RegExp]>([
    [
      "an entry that names what there is not",
      "Layers",
      withCell(0, "Pen", "9"),
      /layers\[0\]\.pen: The layer “A-WALL” names the pen “9”/,
    ],
    [
      "a name that stands twice",
      "Pens",
      (table) => ({ ...table, rows: [...table.rows, table.rows[0]!] }),
      /The pen “0\.13” stands here and at pens\[0\]/,
    ],
    [
      "a part of what there is not",
      PARTS.hatches![0]!.title,
      withCell(0, "Of", "nobody"),
      /“nobody” in .* is no hatch/,
    ],
    [
      "a field of a scheme that there is not",
      "Scheme fields",
      withCell(0, "Of", "nobody"),
      /Scheme fields, row 2: The field “discipline” belongs to the scheme “nobody”/,
    ],
    [
      "a code of a field that there is not",
      "Scheme codes",
      withCell(0, "Field", "nobody"),
      /The code “A” belongs to the field “nobody” of “layers”/,
    ],
    [
      "a layer twice in the showing chart",
      "Showing chart",
      (table) => ({ ...table, rows: [...table.rows, table.rows[0]!] }),
      /Showing chart, row \d+: The layer “A-WALL” stands in the showing chart already/,
    ],
    [
      "a state of the showing chart that there is not",
      "Showing chart",
      (table) => withCell(0, table.columns[1]!, "bold")(table),
      /showing\["A-WALL"\].*bold|bold.*showing/,
    ],
    [
      "a layer of the showing chart that there is not",
      "Showing chart",
      (table) => withCell(0, table.columns[0]!, "A-GONE")(table),
      /A-GONE/,
    ],
  ])("%s", (_what, title, change, words) => {
    const problems = told(changed(title, change));
    expect(
      problems.some((problem) => words.test(problem)),
      problems.slice(0, 3).join("\n"),
    ).toBe(true);
  });
  it("names of every object's prototype are refused, and nothing is changed by them", () => {
    const problems = told(changed("Layers", withCell(0, "Layer", "__proto__")));
    expect(problems.some((problem) => problem.includes("can't be used as a name"))).toBe(true);
    expect(Object.keys(Object.prototype)).toEqual([]);
  });
});
