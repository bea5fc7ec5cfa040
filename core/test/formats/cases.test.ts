import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { readAndInspect, type Finding } from "../../src/inspect";
import { mendFile, type Mended } from "../../src/mend";
import { nodeInflate } from "../../src/node/inflate";
import { preset } from "../../src/standard";
import { takingAnyFont } from "../support/any-font";
import { caseOf, checkedByQpdf, drawingOf, run, temporary } from "../support/tools";
import { pictureOf, pixelsThatDiffer } from "../support/pictures";
import { traced } from "../support/trace";

/**
 * Small files of other makers or made by hand that each show one trap (test/cases; its README says what is right): each
 * read and judged as what stands on the paper, and mended without harm. Pictures are those of `mutool draw`.
 */
const standard = takingAnyFont(preset("tarnwick")!);
const options = { inflate: nodeInflate };

const inspected = async (name: string) => must(await readAndInspect(caseOf(name), standard, options));
const findings = async (name: string): Promise<Finding[]> => [...(await inspected(name)).inspected.findings];
const rulesOf = async (name: string): Promise<string[]> => (await findings(name)).map(({ rule }) => rule);
const mended = async (name: string): Promise<Mended> => must(await mendFile(caseOf(name), standard, options));

describe("what does not come to the paper is not judged", () => {
  it.each(["offpage-hairline", "clipped-away-hairline", "fully-transparent", "print-off"])("%s", async (name) => {
    expect(await rulesOf(name)).not.toContain("line/hairline");
  });
});

describe("what comes to the paper is seen", () => {
  it.each(["only-shading", "ocmd-second"])("%s: the layer is not empty", async (name) => {
    expect(await rulesOf(name)).not.toContain("layer/empty");
  });
  it("thin-rects: lines written as thin areas, by their widths", async () => {
    const found = (await findings("thin-rects")).filter(({ layer }) => layer === "A-GLAZ");
    // 0.0566929, 0.283465, 1.70079 and 0.708661 pt; the last is the layer's own pen.
    expect(found.map(({ rule, measured, mend }) => [rule, measured, mend])).toEqual([
      ["line/hairline", 0.02, undefined],
      ["line/hairline", 0.1, undefined],
      ["line/width-off-series", 0.6, undefined],
    ]);
  });
  it("pattern-hatch-bad-width: the lines of a pattern are judged, and are not mended", async () => {
    expect(await rulesOf("pattern-hatch-bad-width")).toContain("line/width-off-series");
    const { done, left } = await mended("pattern-hatch-bad-width");
    expect([done, left.map(({ reason }) => reason)]).toEqual([
      [],
      ["This belongs to a pattern that areas are filled with; patterns are not changed."],
    ]);
  });
  it("annots: marks of a note, moved to where it stands", async () => {
    const { paths, groups } = (await drawingOf(caseOf("annots"))).pages[0]!;
    const row = [...paths.group].findIndex((group) => groups[group]!.isNote);
    const at = paths.firstPoint[row]! * 2;
    const MM = 25.4 / 72;
    const expected = [310, 60, 490, 60].map((each) => each * MM);
    for (const [i, each] of expected.entries()) expect(paths.points[at + i]).toBeCloseTo(each, 3);
  });
  it("duplicate-number, predictor-content, page-twice: as mutool trace lists them", async () => {
    for (const name of ["duplicate-number", "predictor-content", "page-twice"]) {
      const drawing = await drawingOf(caseOf(name));
      const pages = traced(temporary(caseOf(name)), () => false);
      expect(drawing.pages.map((page) => [...page.paths.widthMm].map((each) => each.toFixed(3)))).toEqual(
        pages.map((page) => page.paths.flatMap((path) => path.subpaths.map(() => path.widthMm.toFixed(3)))),
      );
    }
  });
});

describe("lines and dashes", () => {
  it("aniso-lines: as wide as it is across", async () => {
    // 0.992126 pt under a matrix that stretches along the line alone.
    const { paths } = (await drawingOf(caseOf("aniso-lines"))).pages[0]!;
    expect(paths.widthMm[0]).toBeCloseTo((0.992126 * 25.4) / 72, 4);
  });
  it("dash-zero-gap: continuous", async () => {
    const { paths } = (await drawingOf(caseOf("dash-zero-gap"))).pages[0]!;
    expect([...paths.dash]).toEqual([0]);
  });
});

describe("lettering", () => {
  it.each([
    ["cairo-NimbusMonoPS-caps", [1.8, 2.5, 3.5, 5]],
    ["gs-LiberationSans-lower", [1.8, 2.5, 3.5, 5]],
    ["bomb-width-not-finite", [1.8, 3.5, 2.5, 5]],
  ])("%s has its true heights, to 1 %", async (name, heights) => {
    const { texts } = (await drawingOf(caseOf(name))).pages[0]!;
    const found = [...new Set([...texts.heightMm].map((each) => Math.round(each * 1000) / 1000))];
    for (const height of heights) expect(found.some((each) => Math.abs(each - height) <= height * 0.01)).toBe(true);
  });
  it.each(["text-winansi", "text-symbol"])("%s reads as pdftotext reads it", async (name) => {
    const { texts } = (await drawingOf(caseOf(name))).pages[0]!;
    const theirs = run("pdftotext", "-enc", "UTF-8", temporary(caseOf(name)), "-");
    const letters = (text: string): string[] => [...text.replace(/\s/gu, "")].sort();
    expect(letters(texts.strings.join(""))).toEqual(letters(theirs));
  });
  it("text-cjk: predefined character maps, by the codes of JIS X 0208 and Unicode", async () => {
    // 82A0 A B 82A2 in Shift JIS; 4E00 in UCS-2. pdftotext needs language data for these that are not always there.
    const { texts } = (await drawingOf(caseOf("text-cjk"))).pages[0]!;
    expect(texts.strings).toEqual(["あABい", "一"]);
  });
  it("no-tounicode: unreadable letters are told, not dropped", async () => {
    const drawing = await drawingOf(caseOf("no-tounicode"));
    expect(drawing.unread.map(({ code }) => code)).toContain("unreadable-letters");
    expect(drawing.pages[0]!.texts.strings[0]).toMatch(/^\ufffd+$/);
  });
  it("layer-utf8, layer-names: names as they are written", async () => {
    expect((await drawingOf(caseOf("layer-utf8"))).layers.map(({ name }) => name)).toEqual(["A-WALL"]);
    const names = (await drawingOf(caseOf("layer-names"))).layers.map(({ name }) => name);
    expect(names).toEqual(expect.arrayContaining(["A-ЖЩ", "A-Ж", "A-ÄÖ"]));
  });
});

describe("a mend does what it says and nothing else", () => {
  it.each([
    "real-mutool",
    "form-nores-extgstate",
    "form-nores-pattern",
    "w-inside-path",
    "weasy",
    "stroked-text-shares-w",
    "small-chromium",
    "annots",
    "page-twice",
  ])("%s", async (name) => {
    const result = await mended(name);
    expect(result.done.length).toBeGreaterThan(0);
    // The file as it came stands at its beginning.
    expect(result.bytes.subarray(0, caseOf(name).length)).toEqual(caseOf(name));
    expect(() => run("mutool", "info", temporary(result.bytes))).not.toThrow();
    if (name !== "page-twice") checkedByQpdf(result.bytes);
    const [before, after] = [pictureOf(caseOf(name)), pictureOf(result.bytes)];
    const changed = result.before.findings.filter((finding) => finding.mend !== undefined);
    const page = result.drawing.pages[0]!;
    const outside = pixelsThatDiffer(before, after).filter(([x, y]) => {
      const [xMm, yMm] = [(x / before.width) * page.widthMm, (1 - y / before.height) * page.heightMm];
      return !changed.some(({ boxMm, mend }) => {
        // Lettering grows to the right of its place, by as much as it becomes higher.
        const margin = mend === "set-height" ? boxMm.width * 0.7 + 3 : 1;
        return (
          xMm > boxMm.x - margin &&
          xMm < boxMm.x + boxMm.width + margin &&
          yMm > boxMm.y - margin &&
          yMm < boxMm.y + boxMm.height + margin
        );
      });
    });
    expect(outside).toEqual([]);
  });
  it("rename-merge-off: a layer that is off does not become one with one that is on, and the reason is told", async () => {
    const result = await mended("rename-merge-off");
    expect(result.done).toEqual([]);
    expect(result.left).toMatchObject([{ rule: "layer/near-duplicate", layer: "a-wall" }]);
    expect(result.left[0]!.reason).toContain("can't become one");
  });
  it("small-chromium: letters that were set one by one stay words", async () => {
    const result = await mended("small-chromium");
    const words = (bytes: Uint8Array): string => run("pdftotext", "-layout", temporary(bytes), "-").trim();
    expect(words(result.bytes).replace(/\s+/g, " ")).toBe(words(caseOf("small-chromium")).replace(/\s+/g, " "));
    expect(result.after.findings.filter(({ rule }) => rule === "text/height")).toEqual([]);
  });
});
