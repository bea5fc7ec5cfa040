import { describe, expect, it } from "vitest";
import { textLines } from "../../src/drawing";
import { on, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

/** Lines of a page whose content is shown text at 10 pt; common practice, no source. */
async function linesOf(content: string): Promise<number[]> {
  const drawing = await drawingOf(onePage({ layers: ["A-ANNO"], content: on(0, content) }));
  return [...textLines(drawing.pages[0]!.texts)];
}

describe("strings that make one line", () => {
  it("letters and words that are set one by one", async () =>
    expect(await linesOf("BT /F1 4 Tf 10 10 Td (H) Tj 3 0 Td (ALL) Tj 9 0 Td (12) Tj ET")).toEqual([0, 0, 0]));
  it("turned with the line", async () =>
    expect(await linesOf("BT /F1 4 Tf 0 1 -1 0 50 10 Tm (H) Tj 3 0 Td (ALL) Tj ET")).toEqual([0, 0]));
  it("not the next line, another height, another column, or what stands before", async () => {
    expect(await linesOf("BT /F1 4 Tf 10 10 Td (one) Tj 0 -6 Td (two) Tj ET")).toEqual([0, 1]);
    expect(await linesOf("BT /F1 4 Tf 10 10 Td (one) Tj /F1 6 Tf 8 0 Td (two) Tj ET")).toEqual([0, 1]);
    expect(await linesOf("BT /F1 4 Tf 10 10 Td (one) Tj 60 0 Td (two) Tj ET")).toEqual([0, 1]);
    expect(await linesOf("BT /F1 4 Tf 60 10 Td (one) Tj -50 0 Td (two) Tj ET")).toEqual([0, 1]);
  });
  it("nothing of nothing", async () => expect(await linesOf("0.5 w 1 1 m 2 2 l S")).toEqual([]));
});
