import { describe, expect, it } from "vitest";
import { FileFacts } from "../../src/recognise/recogniser";
import { THIN_AREAS } from "../../src/recognise/thin-areas";
import { preset, StandardLookup } from "../../src/standard";
import { on, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

/** Widths of the lines that are made out in areas, thousandths of a millimetre; common practice, no source. */
async function thinIn(content: string): Promise<number[]> {
  const drawing = await drawingOf(onePage({ layers: ["A-WALL"], content: on(0, content) }));
  const file = new FileFacts(drawing, new StandardLookup(preset("tarnwick")!));
  return file.pages.flatMap((page) => page.of(THIN_AREAS).map(({ value }) => Math.round(value.widthMm * 1000)));
}

describe("lines that were written as thin areas", () => {
  it("are made out whichever way they lie", async () => {
    expect(await thinIn("10 10 80 0.25 re f")).toEqual([250]);
    expect(await thinIn("10 10 0.5 60 re f")).toEqual([500]);
    expect(await thinIn("q 0.8 0.6 -0.6 0.8 0 0 cm 20 0 60 0.35 re f Q")).toEqual([350]);
    expect(await thinIn("10 10 m 90 10 l 90 10.25 l 10 10.25 l 10 10 l f")).toEqual([250]);
  });
  it.each([
    ["a thick area", "10 10 80 3 re f"],
    ["a short one", "10 10 4 0.5 re f"],
    ["a white ground", "1 g 10 10 80 0.25 re f"],
    ["an area with an outline of its own", "0.13 w 10 10 80 0.5 re B"],
    ["a thin wall, outlined by lines", "10 10 80 0.7 re f 0.25 w 10 10 m 90 10 l S 10 10.7 m 90 10.7 l S"],
    ["a wall filled in strips", "10 10 80 0.7 re f 10 10.7 80 0.7 re f 10 11.4 80 0.7 re f"],
    ["a triangle", "10 10 m 90 10 l 90 10.25 l f"],
  ])("but not %s", async (_what, content) => expect(await thinIn(content)).toEqual([]));
});
