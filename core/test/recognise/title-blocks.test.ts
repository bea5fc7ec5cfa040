import { describe, expect, it } from "vitest";
import { FileFacts } from "../../src/recognise/recogniser";
import { TITLE_BLOCKS } from "../../src/recognise/title-blocks/title-blocks";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { box } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
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
  it("take no long time on a page of nothing but labels and boxes", async () => {
    const many = Array.from({ length: 3000 }, (_, i) =>
      lettering("No", 5 + (i % 60) * 6, 5 + Math.floor(i / 60) * 5, 1.8),
    );
    const boxes = Array.from({ length: 3000 }, (_, i) => box(5 + (i % 60) * 6, 4 + Math.floor(i / 60) * 5, 6, 5, 0.18));
    expect(await blocks(onePage({ content: many.join("") + boxes.join(""), widthMm: 420, heightMm: 297 }))).toEqual([]);
  });
});
