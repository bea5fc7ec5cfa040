import type { KeyboardEvent } from "react";
import { describe, expect, it, vi } from "vitest";
import { preset } from "@hemstitch/core/standard";
import { columnsOf, type Row } from "../../src/features/standard/register/columns";
import { registerKeys, type CellPlace } from "../../src/features/standard/register/register-keys";
import { nextSorting, sorted } from "../../src/features/standard/register/sorted";
import { figure, listOf } from "../../src/features/standard/typed";

const STANDARD = preset("tarnwick")!;
const pens = columnsOf(STANDARD, "pens");
const layers = columnsOf(STANDARD, "layers");
const column = (columns: typeof pens, path: string) => columns.find((each) => each.path === path)!;

describe("what is typed into a cell", () => {
  it.each([
    ["0.35", 0.35],
    ["0,35", 0.35],
    [" 12 ", 12],
    ["-3", -3],
    ["", undefined],
    ["thin", undefined],
    ["1e999", undefined],
    ["1,000.5", undefined],
  ])("“%s” as a figure", (text, value) => expect(figure(text)).toBe(value));
  it("lists are parted by commas or semicolons", () => expect(listOf("a, b;c ,, ")).toEqual(["a", "b", "c"]));
  it("becomes the row with that value, or nothing where it is none", () => {
    const row = STANDARD.pens[0]! as Row;
    expect(column(pens, "widthMm").typed(row, "0,4")).toMatchObject({ widthMm: 0.4 });
    expect(column(pens, "widthMm").typed(row, "thick")).toBeUndefined();
    expect(row).toEqual(STANDARD.pens[0]);
  });
  it("an optional choice can be taken away again", () => {
    const row = STANDARD.layers[0]! as Row;
    expect(column(layers, "pen").options![0]).toEqual({ value: "", label: "–" });
    expect(column(layers, "pen").typed(row, "")!["pen"]).toBeUndefined();
    expect(column(layers, "plots").typed(row, "")!["plots"]).toBe(false);
  });
});

describe("sorting", () => {
  const rows = [{ name: "10" }, { name: "9" }, { name: "" }, { name: "Ä" }, { name: "z" }] as const;
  const name = [{ ...column(layers, "name"), shape: "text" as const }];
  const by = (falling: boolean): unknown[] =>
    sorted(rows, name, { path: "name", falling }).map((row) => (row as { name: string }).name);
  it("has figures in words by size, letters by alphabet, and the empty last either way", () => {
    expect(by(false)).toEqual(["9", "10", "Ä", "z", ""]);
    expect(by(true)).toEqual(["z", "Ä", "10", "9", ""]);
  });
  it("turns from rising to falling to the standard's own order", () => {
    const first = nextSorting(null, "pen");
    const second = nextSorting(first, "pen");
    expect([first, second, nextSorting(second, "pen"), nextSorting(second, "name")]).toEqual([
      { path: "pen", falling: false },
      { path: "pen", falling: true },
      null,
      { path: "name", falling: false },
    ]);
  });
});

describe("the keyboard of a register", () => {
  const press = (key: string, place: CellPlace, keys: Partial<KeyboardEvent> = {}) => {
    const actions = {
      rows: 100,
      columns: 5,
      pageRows: 20,
      place,
      goTo: vi.fn(),
      edit: vi.fn(),
      toggle: vi.fn(),
      sort: vi.fn(),
      chooseAll: vi.fn(),
      chooseNone: vi.fn(),
    };
    const preventDefault = vi.fn();
    registerKeys(
      { key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, preventDefault, ...keys } as never,
      actions,
    );
    return { ...actions, preventDefault };
  };
  it.each<[string, CellPlace, Partial<KeyboardEvent>, CellPlace]>([
    ["ArrowDown", { row: 99, column: 1 }, {}, { row: 99, column: 1 }],
    ["ArrowUp", { row: 0, column: 1 }, {}, { row: -1, column: 1 }],
    ["ArrowLeft", { row: 4, column: 0 }, {}, { row: 4, column: -1 }],
    ["ArrowRight", { row: 4, column: 4 }, {}, { row: 4, column: 4 }],
    ["PageDown", { row: 90, column: 2 }, {}, { row: 99, column: 2 }],
    ["PageUp", { row: 50, column: 2 }, {}, { row: 30, column: 2 }],
    ["Home", { row: 50, column: 2 }, {}, { row: 50, column: 0 }],
    ["End", { row: 50, column: 2 }, { ctrlKey: true }, { row: 99, column: 4 }],
  ])("%s from %j %j goes to %j", (key, place, keys, to) =>
    expect(press(key, place, keys).goTo).toHaveBeenCalledWith(to, false),
  );
  it("Shift extends what is chosen", () =>
    expect(press("ArrowDown", { row: 3, column: 0 }, { shiftKey: true }).goTo).toHaveBeenCalledWith(
      { row: 4, column: 0 },
      true,
    ));
  it("Enter and letters edit; Space chooses in the first column; titles sort", () => {
    expect(press("Enter", { row: 3, column: 2 }).edit).toHaveBeenCalledWith();
    expect(press("x", { row: 3, column: 2 }).edit).toHaveBeenCalledWith("x");
    expect(press(" ", { row: 3, column: -1 }).toggle).toHaveBeenCalled();
    expect(press("Enter", { row: -1, column: 2 }).sort).toHaveBeenCalledWith(2);
    expect(press(" ", { row: -1, column: -1 }).chooseAll).toHaveBeenCalled();
    expect(press("Escape", { row: 3, column: 2 }).chooseNone).toHaveBeenCalled();
  });
  it("leaves the browser its own keys", () => {
    for (const keys of [{ ctrlKey: true }, { metaKey: true }, { altKey: true }]) {
      const pressed = press("c", { row: 3, column: 2 }, keys);
      expect(pressed.edit).not.toHaveBeenCalled();
      expect(pressed.preventDefault).not.toHaveBeenCalled();
    }
    expect(press("Tab", { row: 3, column: 2 }).preventDefault).not.toHaveBeenCalled();
  });
});
