import { describe, expect, it } from "vitest";
import { onePage, lettering, on } from "../../../core/test/support/raw-pdf";
import { drawingOf } from "../../../core/test/support/tools";
import { pickAt } from "../../src/features/sheet-view/pick";

const page = async (content: string, layers: string[] = [], off: number[] = []) => {
  const drawing = await drawingOf(onePage({ content, layers, off }));
  return { sheet: drawing.pages[0]!, shown: drawing.layers.map(({ visible }) => visible) };
};

describe("the mark that is pointed at", () => {
  it("is the nearest line within reach, its width counted", async () => {
    const { sheet, shown } = await page("0.2 w 10 10 m 90 10 l S 4 w 10 20 m 90 20 l S");
    expect(pickAt(sheet, [50, 11], 2, shown)).toEqual({ of: "paths", row: 0 });
    expect(pickAt(sheet, [50, 17.5], 1, shown)).toEqual({ of: "paths", row: 1 });
    expect(pickAt(sheet, [50, 14], 1, shown)).toBeUndefined();
    expect(pickAt(sheet, [95, 10], 2, shown)).toBeUndefined();
  });
  it("is a box by the edge that closes it, too", async () => {
    const { sheet, shown } = await page("0.2 w 10 10 80 40 re S");
    for (const at of [
      [10, 30],
      [90, 30],
      [50, 10],
      [50, 50],
    ] as const)
      expect(pickAt(sheet, at, 1, shown)).toEqual({ of: "paths", row: 0 });
    expect(pickAt(sheet, [50, 30], 1, shown)).toBeUndefined();
  });
  it("is lettering before a line, turned too, and not beside it", async () => {
    const { sheet, shown } = await page(
      `0.2 w 10 51 m 90 51 l S ${lettering("HALL", 20, 50, 3)} q 0 1 -1 0 100 40 cm ${lettering("STORE", 0, 0, 3)} Q`,
    );
    expect(pickAt(sheet, [22, 51], 1, shown)).toEqual({ of: "texts", row: 0 });
    expect(pickAt(sheet, [50, 51], 1, shown)).toEqual({ of: "paths", row: 0 });
    expect(pickAt(sheet, [98.5, 45], 1, shown)).toEqual({ of: "texts", row: 1 });
    expect(pickAt(sheet, [105, 45], 1, shown)).toBeUndefined();
  });
  it("is the topmost area where there is nothing else, and an edge before it", async () => {
    const { sheet, shown } = await page("0.9 g 10 10 80 80 re f 0.5 g 20 20 20 20 re f 0.2 w 30 0 m 30 99 l S");
    expect(pickAt(sheet, [25, 25], 1, shown)).toEqual({ of: "paths", row: 1 });
    expect(pickAt(sheet, [80, 80], 1, shown)).toEqual({ of: "paths", row: 0 });
    expect(pickAt(sheet, [30.5, 80], 1, shown)).toEqual({ of: "paths", row: 2 });
  });
  it("is none of what does not show", async () => {
    const content = `${on(0, "0.2 w 10 10 m 90 10 l S")}${on(1, "0.2 w 10 30 m 90 30 l S")}`;
    const { sheet, shown } = await page(content, ["A", "B"], [1]);
    expect(pickAt(sheet, [50, 30], 2, shown)).toBeUndefined();
    expect(pickAt(sheet, [50, 10], 2, shown)).toEqual({ of: "paths", row: 0 });
    expect(pickAt(sheet, [50, 10], 2, [false, false])).toBeUndefined();
  });
});
