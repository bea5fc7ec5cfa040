import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import type { Property } from "../../src/standard";
import { cellOf, valueOf } from "../../src/tables/cells";
import { readCsv, splitList, writeCsv, type Table } from "../../src/tables";

const of = (shape: Property["shape"], optional = false): Property => ({
  path: "x",
  title: "Width",
  shape,
  ...(optional ? { optional } : {}),
});
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);

describe("a cell", () => {
  it.each<[Property["shape"], fc.Arbitrary<unknown>]>([
    ["text", fc.string({ unit: "binary" })],
    ["words", fc.string()],
    ["number", fc.double({ noNaN: true, noDefaultInfinity: true }).map((value) => value + 0)],
    ["flag", fc.boolean()],
    ["texts", fc.array(fc.string({ maxLength: 8 }))],
    ["keys", fc.array(fc.string({ maxLength: 8 }))],
    ["numbers", fc.array(fc.double({ noNaN: true, noDefaultInfinity: true }).map((value) => value + 0))],
  ])("of %s gives back what was put in (a law)", (shape, values) =>
    fc.assert(
      fc.property(values, (value) => {
        expect(must(valueOf(cellOf(value, of(shape)), of(shape)))).toEqual(value);
      }),
    ),
  );
  it.each<[Property["shape"], unknown]>([
    ["text", ""],
    ["words", ""],
    ["texts", []],
    ["numbers", []],
  ])("that is empty is %s without anything: %j", (shape, value) => {
    expect(must(valueOf(null, of(shape)))).toEqual(value);
    expect(must(valueOf("", of(shape, true)))).toBeUndefined();
  });
  it.each<Property["shape"]>(["number", "flag", "choice", "key", "colour"])("that is empty is no %s", (shape) => {
    const read = valueOf(null, of(shape));
    expect(read.ok ? "" : read.problem.message).toBe("Width is empty.");
  });
  it.each([
    ["yes", true],
    ["Y", true],
    [" TRUE ", true],
    [true, true],
    ["x", true],
    ["✓", true],
    [1, true],
    ["no", false],
    ["False", false],
    [0, false],
    ["–", false],
  ])("%j is yes or no: %s", (cell, value) => expect(must(valueOf(cell, of("flag")))).toBe(value));
  it.each(["perhaps", "ja", "2", "yes no"])("%j is neither", (cell) => {
    const read = valueOf(cell, of("flag"));
    expect(read.ok ? "" : read.problem.message).toBe(`“${cell}” in Width is neither yes nor no.`);
  });
  it.each([
    ["0.35", 0.35],
    ["0,35", 0.35],
    [",5", 0.5],
    ["-3", -3],
    [" 12 ", 12],
    ["1e3", 1000],
    [0.35, 0.35],
  ])("%j is the figure %d", (cell, value) => expect(must(valueOf(cell, of("number")))).toBe(value));
  it.each(["1.234,5", "1,234.5", "thick", "0.35 mm", "1,2,3", "Infinity", "NaN", "--1"])("%j is none", (cell) => {
    const read = valueOf(cell, of("number"));
    expect(read.ok ? "" : read.problem.code).toBe("not-a-number");
  });
  it("of figures with one that is none says which", () => {
    const read = valueOf("1; two; 3", of("numbers"));
    expect(read.ok ? "" : read.problem.message).toContain("“two”");
  });
});

describe("a list in a cell", () => {
  it.each([
    ["a; b; c", ["a", "b", "c"]],
    ["a;b", ["a", "b"]],
    ["a\\; b", ["a; b"]],
    ["a\\\\; b", ["a\\", "b"]],
    ["\\e; x", ["", "x"]],
    ["\\ a", [" a"]],
    ["  ", []],
    ["one", ["one"]],
  ])("%j is %j", (text, parts) => expect(splitList(text)).toEqual(parts));
});

describe("CSV (RFC 4180)", () => {
  const cell = fc.oneof(
    fc.constant(null),
    fc.string({ unit: "grapheme", minLength: 1 }),
    fc.double({ noNaN: true, noDefaultInfinity: true }),
  );
  it("comes back as it was, figures as their text (a law)", () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 8 }), (rows) => {
        const kept = rows.map(([a, b]) => ["k", a, b] as const);
        const table: Table = { title: "", columns: ["Key", "A", "B"], rows: kept };
        const back = must(readCsv(bytes(writeCsv(table)))).table;
        expect(back.rows.map((row) => [...row])).toEqual(
          kept.map((row) => row.map((each) => (each === null ? null : String(each)))),
        );
      }),
    ));
  it("no cell begins as a formula would, whatever it holds (a law)", () =>
    fc.assert(
      fc.property(fc.constantFrom("=", "+", "-", "@", "\t", "\r"), fc.string(), (first, rest) => {
        const csv = writeCsv({ title: "", columns: ["A"], rows: [[first + rest]] });
        expect(csv.split("\r\n")[1]).toMatch(/^"?'/);
      }),
    ));
  it.each([
    ["a,b\n1,2", ["a", "b"], [["1", "2"]]],
    ["a;b\n1,5;2", ["a", "b"], [["1,5", "2"]]],
    ["a\tb\r\n1\t2\r\n\r\n", ["a", "b"], [["1", "2"]]],
    ['"a, b";c\n"1 ""2""";3', ["a, b", "c"], [['1 "2"', "3"]]],
    ["a,b\n1", ["a", "b"], [["1"]]],
    ['a\n"line\nbreak"', ["a"], [["line\nbreak"]]],
  ])("%j is read", (text, columns, rows) => expect(must(readCsv(bytes(text))).table).toMatchObject({ columns, rows }));
  it("of nothing says that its first row must name the columns", () => {
    const read = readCsv(bytes(" \n\n"));
    expect(read.ok ? "" : read.problem.remedy).toContain("first row");
  });
});
