import { describe, expect, it } from "vitest";
import { CODE_LABELS } from "../../src/recognise/codes/labels";
import { FileFacts } from "../../src/recognise/recogniser";
import { STAMPS } from "../../src/recognise/stamps";
import { preset, StandardLookup } from "../../src/standard";
import { box } from "../support/drawn";
import { lettered, lettering, onePage } from "../support/raw-pdf";
import { arc } from "../support/round";
import { cellsOf } from "../support/title-block";
import { drawingOf } from "../support/tools";

const pageOf = async (content: string) =>
  new FileFacts(
    await drawingOf(onePage({ content, widthMm: 420, heightMm: 297 })),
    new StandardLookup(preset("tarnwick")!),
  ).pages[0]!;
const stamps = async (content: string): Promise<string[]> =>
  (await pageOf(content)).of(STAMPS).map(({ value }) => value.words);

describe("stamps", () => {
  it("are words in a box or a ring of their own, with what stands beside them", async () => {
    expect(
      await stamps(
        box(100, 100, 50, 16, 0.7) + lettering("APPROVED", 104, 108, 4) + lettering("K. Aldous", 104, 102, 2.5),
      ),
    ).toEqual(["APPROVED K. Aldous"]);
    expect(await stamps(arc(120, 100, 16, 0, 360, 0.7) + lettering("VOID", 114, 98, 4))).toEqual(["VOID"]);
  });
  it("are such words askew, framed or not", async () => {
    expect(await stamps(lettered("NOT FOR CONSTRUCTION", 100, 100, 6, 15))).toEqual(["NOT FOR CONSTRUCTION"]);
  });
  it("are none in a title block, in running text, or in the frame of a drawing", async () => {
    const block = cellsOf([
      { at: [300, 34, 60, 12], label: "Client", value: "A" },
      { at: [300, 22, 60, 12], label: "Status", value: "Preliminary" },
      { at: [300, 10, 60, 12], label: "Date", value: "2026-03-02" },
    ]);
    expect(await stamps(block)).toEqual([]);
    expect(await stamps(lettering("APPROVED", 100, 100, 4))).toEqual([]);
    expect(await stamps(box(20, 20, 180, 150, 0.7) + lettering("APPROVED", 100, 100, 4))).toEqual([]);
  });
  it("are no codes", async () => {
    expect((await pageOf(box(100, 100, 16, 8, 0.5) + lettering("VOID", 103, 102.5, 3))).of(CODE_LABELS)).toEqual([]);
  });
});
