import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { readAndInspect } from "../../src/inspect";
import { groundsOf } from "../../src/recognise/grounds";
import { preset } from "../../src/standard";
import { onePage } from "../support/raw-pdf";
import { caseOf, drawingOf } from "../support/tools";

const WHITE = "1 1 1 RG 0.3 w 50 100 m 150 100 l S";

describe("white strokes", () => {
  const grounds = async (content: string): Promise<boolean[]> => {
    const { paths } = (await drawingOf(onePage({ content }))).pages[0]!;
    const isGround = groundsOf((await drawingOf(onePage({ content }))).pages[0]!);
    return Array.from({ length: paths.count }, (_, row) => isGround(row));
  };
  it("on the paper are grounds, over black lines too", async () => {
    expect(await grounds(`0 0 0 RG 0.5 w 50 90 m 150 110 l S ${WHITE}`)).toEqual([false, true]);
  });
  it("on a tint or a solid area are lines", async () => {
    expect(await grounds(`0.2 g 40 90 120 20 re f ${WHITE}`)).toEqual([false, false]);
  });
  it("are grounds where the area lies elsewhere, is white, or was painted after them", async () => {
    expect(await grounds(`0.2 g 40 200 120 20 re f ${WHITE}`)).toEqual([false, true]);
    expect(await grounds(`1 g 40 90 120 20 re f ${WHITE}`)).toEqual([false, true]);
    expect(await grounds(`${WHITE} 0.2 g 40 90 120 20 re f`)).toEqual([true, false]);
  });
  it("are not judged as lines: no finding of their width", async () => {
    const rules = async (content: string) =>
      must(await readAndInspect(onePage({ content }), preset("tarnwick")!)).inspected.findings.map(({ rule }) => rule);
    expect(await rules(WHITE)).not.toContain("line/width-off-series");
    expect(await rules(WHITE.replace("1 1 1", "0 0 0"))).toContain("line/width-off-series");
    expect(await rules(`0 g 40 90 120 20 re f ${WHITE}`)).toContain("line/width-off-series");
  });
});

describe("what can't be mended where it stands", () => {
  it("is found, says why, and offers no mend", async () => {
    const { inspected } = must(await readAndInspect(caseOf("pattern-hatch-bad-width"), preset("tarnwick")!));
    const widths = inspected.findings.filter(({ rule }) => rule.startsWith("line/"));
    const inPattern = widths.filter(({ message }) => message.includes("patterns are not changed"));
    expect(inPattern.length).toBeGreaterThan(0);
    for (const finding of inPattern) expect(finding.mend).toBeUndefined();
  });
});
