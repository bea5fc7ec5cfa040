import { describe, expect, it } from "vitest";
import {
  entriesOf,
  LIST_NAMES,
  LISTS,
  orderedEntry,
  preset,
  type Entry,
  type ListName,
} from "@hemstitch/core/standard";
import { columnsOf, type Column, type Row } from "../../src/features/standard/register/columns";

const STANDARD = preset("tarnwick")!;
const cells = LIST_NAMES.flatMap((list) =>
  columnsOf(STANDARD, list).map((column): [ListName, string, Column] => [list, column.path, column]),
);
const columnOf = (list: ListName, path: string): Column =>
  columnsOf(STANDARD, list).find((column) => column.path === path)!;
const first = (list: ListName): Row => entriesOf(STANDARD, list)[0]!;

describe("the columns of a register", () => {
  it("begin with what an entry is known by, once", () => {
    for (const list of LIST_NAMES) {
      const paths = columnsOf(STANDARD, list).map((column) => column.path);
      expect(paths[0], list).toBe(LISTS[list].key);
      expect(new Set(paths).size, list).toBe(paths.length);
    }
  });
  it.each(cells)("%s, %s: what a cell shows, typed again, is the same entry (a law)", (list, _path, column) => {
    for (const entry of entriesOf(STANDARD, list)) {
      const typed = column.typed(entry as Row, column.textOf(entry as Row));
      expect(typed && orderedEntry(list, typed as Entry)).toEqual(orderedEntry(list, entry));
    }
  });
  it.each(cells.filter(([, , column]) => column.options))(
    "%s, %s: every choice can be typed and is shown again",
    (list, _path, column) => {
      for (const { value } of column.options!) {
        const typed = column.typed(first(list), value);
        expect(typed && column.textOf(typed)).toBe(value);
      }
    },
  );
  it.each<[ListName, string, string, unknown]>([
    ["pens", "widthMm", "0,35", 0.35],
    ["pens", "widthMm", " 0.5 ", 0.5],
    ["lineTypes", "pattern", "12; 3", [12, 3]],
    ["kinds", "scales", "1:50, 1:100", ["1:50", "1:100"]],
    ["layers", "plots", "yes", true],
    ["layers", "plots", "", false],
  ])("%s, %s takes %j as %j", (list, path, text, value) =>
    expect(columnOf(list, path).typed(first(list), text)).toHaveProperty(path, value),
  );
  it.each<[ListName, string, string]>([
    ["pens", "widthMm", "thick"],
    ["pens", "widthMm", ""],
    ["lineTypes", "pattern", "12, long"],
  ])("%s, %s does not take %j", (list, path, text) =>
    expect(columnOf(list, path).typed(first(list), text)).toBeUndefined(),
  );
  it("what is typed leaves the entry that was there as it is", () => {
    const row = first("pens");
    const before = structuredClone(row);
    columnOf("pens", "widthMm").typed(row, "0.99");
    expect(row).toEqual(before);
  });
  it("names of layers and codes stand in the monospaced face, others don't", () => {
    expect(columnOf("layers", "name").code).toBe(true);
    expect(columnOf("codes", "code").code).toBe(true);
    expect(columnOf("pens", "id").code).toBe(false);
  });
});
