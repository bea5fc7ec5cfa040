import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { inspect, readAndInspect } from "../../src/inspect";
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
  it("are made out where their corners are written with few digits, and not held against a pen too exactly", async () => {
    // Half a millimetre wide, turned by 12 degrees, each corner up to 0.018 mm beside its place.
    const content = "78.26 16.55 m 78.36 16.06 l 10.09 1.55 l 9.97 2.06 l h f";
    const [width = 0, ...others] = await thinIn(content);
    expect(Math.abs(width - 500)).toBeLessThan(20);
    expect(others).toEqual([]);
    const drawing = await drawingOf(onePage({ layers: ["A-WALL"], content: on(0, content) }));
    const { findings } = inspect(drawing, preset("tarnwick")!);
    expect(findings.filter(({ rule }) => rule === "line/width-off-series")).toEqual([]);
  });
  it("are held against a pen exactly, though one odd shape stands among them", async () => {
    const slanting = (y: number): string => `q 0.8 0.6 -0.6 0.8 0 ${y} cm 20 0 60 0.3 re f Q\n`;
    const odd = "78.26 116.55 m 78.36 116.06 l 10.09 101.55 l 9.97 102.06 l h f\n";
    const drawing = await drawingOf(
      onePage({ layers: ["A-WALL"], content: on(0, [20, 30, 40].map(slanting).join("") + odd) }),
    );
    const { findings } = inspect(drawing, preset("tarnwick")!);
    const off = findings.filter(({ rule }) => rule === "line/width-off-series").map(({ measured }) => measured);
    expect(off).toContain(0.3);
  });
  it.each([
    ["a wedge", "10 10 m 90 10 l 90 10.5 l 10 10.2 l h f"],
    ["a thick area", "10 10 80 3 re f"],
    ["a short one", "10 10 4 0.5 re f"],
    ["a white ground", "1 g 10 10 80 0.25 re f"],
    ["an area with an outline of its own", "0.13 w 10 10 80 0.5 re B"],
    ["a thin wall, outlined by lines", "10 10 80 0.7 re f 0.25 w 10 10 m 90 10 l S 10 10.7 m 90 10.7 l S"],
    ["a wall filled in strips", "10 10 80 0.7 re f 10 10.7 80 0.7 re f 10 11.4 80 0.7 re f"],
    ["a triangle", "10 10 m 90 10 l 90 10.25 l f"],
  ])("but not %s", async (_what, content) => expect(await thinIn(content)).toEqual([]));
});

describe("dashes that were written as thin areas", () => {
  /** Pieces along a line from 10, 10: lengths of dashes and gaps in turn, over and over; turned by a matrix. */
  const row = (pattern: number[], width: number, times: number, turn = "1 0 0 1"): string => {
    let at = 0;
    const pieces: string[] = [];
    for (let i = 0; i < times; i++)
      for (let k = 0; k < pattern.length; k += 2) {
        pieces.push(`${at.toFixed(4)} 0 ${pattern[k]} ${width} re f`);
        at += pattern[k]! + pattern[k + 1]!;
      }
    return `q ${turn} 10 10 cm ${pieces.join(" ")} Q`;
  };
  const dashesIn = async (content: string): Promise<string[]> => {
    const drawing = await drawingOf(onePage({ layers: ["A-WALL"], content: on(0, content) }));
    const file = new FileFacts(drawing, new StandardLookup(preset("tarnwick")!));
    return file.pages.flatMap((page) =>
      page.of(THIN_AREAS).map(({ value }) => {
        const dashes = (value.dashMm ?? []).map((each) => each.toFixed(1)).join(" ");
        return `${value.widthMm.toFixed(2)}: ${dashes}, ${value.rows.length}`;
      }),
    );
  };
  it("make one line with its pattern, whichever way it lies", async () => {
    expect(await dashesIn(row([3, 0.75], 0.25, 12))).toEqual(["0.25: 3.0 0.8, 12"]);
    expect(await dashesIn(row([3, 1], 0.35, 12, "0.8 0.6 -0.6 0.8"))).toEqual(["0.35: 3.0 1.0, 12"]);
    expect(await dashesIn(row([4, 2], 0.5, 9, "0 1 -1 0"))).toEqual(["0.50: 4.0 2.0, 9"]);
  });
  it("and dots between them; dashes of twenty widths and more too", async () => {
    const [only, ...others] = await dashesIn(row([6, 0.75, 0.25, 0.75], 0.25, 8));
    expect(others).toEqual([]);
    // The first and the last piece may be cut, so that a pattern may be told from its second piece on.
    expect(["0.25: 6.0 0.8 0.3 0.8, 16", "0.25: 0.3 0.8 6.0 0.8, 16"]).toContain(only);
  });
  it.each([
    ["few", row([3, 1], 0.25, 5)],
    ["of lengths that repeat nothing", row([3, 1, 2, 1.5, 4, 0.7, 1, 2.2, 4.6, 1.1, 2.6, 0.5, 3.3, 1.9], 0.25, 1)],
    ["wide, as the fields of a scale bar are", row([5, 5], 0.9, 10)],
    ["outlined", row([3, 1], 0.25, 12) + " 0.13 w 10 10 m 80 10 l S"],
  ])("are not made out of pieces that are %s", async (_what, content) => expect(await dashesIn(content)).toEqual([]));
  it("are judged by the line types, and not mended", async () => {
    const findings = async (content: string) =>
      must(
        await readAndInspect(onePage({ layers: ["A-WALL"], content: on(0, content) }), preset("tarnwick")!),
      ).inspected.findings.filter(({ rule }) => rule.startsWith("line/type"));
    const [odd] = await findings(row([9, 5], 0.5, 9));
    expect(odd).toMatchObject({ rule: "line/type-unknown", measured: "9 – 5 mm", count: 9 });
    expect(odd!.mend).toBeUndefined();
    expect(odd!.message).toMatch(/^9 thin areas in rows are a line dashed 9 – 5 mm, which is no line type/);
  });
});
