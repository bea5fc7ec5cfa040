import { beforeAll, describe, expect, it } from "vitest";
import { makeManual } from "../../src/report";
import { RULES } from "../../src/rules";
import { differences, LIST_NAMES, LISTS, preset } from "../../src/standard";
import { barlow } from "../support/fonts";
import { traced, type TracedPage } from "../support/trace";
import { checkedByQpdf, run, temporary } from "../support/tools";

const standard = preset("tarnwick")!;

/** What is asked of print: measured by mutool on the manual's own pages. */
describe("the manual", () => {
  let path = "";
  let pages: TracedPage[] = [];
  let words = "";
  beforeAll(async () => {
    const before = preset("tarnwick")!;
    before.layers.find((layer) => layer.name === "A-GLAZ")!.pen = "0.18";
    const bytes = await makeManual({
      standard,
      font: barlow(),
      summary: "Glass goes bolder.",
      changes: { since: "edition 3", list: differences(before, standard) },
    });
    checkedByQpdf(bytes);
    path = temporary(bytes, "manual.pdf");
    pages = traced(path, () => true);
    words = run("pdftotext", "-layout", path, "-");
  });
  const strokes = () => pages.flatMap((page) => page.paths.filter((each) => each.kind === "stroke"));
  const lengthOf = (subpath: readonly (readonly [number, number])[]): number => {
    const [[x1, y1], [x2, y2]] = [subpath[0]!, subpath.at(-1)!];
    return Math.hypot(x2 - x1, y2 - y1);
  };

  it("is A4 (ISO 216), with contents that name every chapter with something in it", () => {
    expect(run("pdfinfo", path)).toMatch(/595\.\d+ x 841\.\d+ pts \(A4\)/);
    for (const chapter of [
      "Units & scales",
      "Layers",
      "Pens & lines",
      "Hatches",
      "Text",
      "Dimensions",
      "Drawing kinds",
      "Showing chart",
      "Sheets",
      "Codes",
      "Building lists",
      "Changes since edition 3",
    ])
      expect(words, chapter).toContain(chapter);
    expect(words).toContain("A-GLAZ: pen 0.18 to 0.25");
    expect(words).toContain("Glass goes bolder.");
  });
  it("says how drawings are judged: each rule, what it counts as here, and how near is near enough", async () => {
    const strict = {
      ...standard,
      rules: {
        "layer/empty": { severity: "stop" as const },
        "text/font": { severity: "off" as const },
        "line/width-off-series": { parameters: { offMm: 0.02 } },
        "text/height": { parameters: { offShare: 0.045 } },
      },
    };
    const bytes = await makeManual({ standard: strict, font: barlow() });
    const told = run("pdftotext", "-layout", temporary(bytes, "strict.pdf"), "-").replace(/\s+/g, " ");
    for (const { id, title } of RULES) {
      expect(told).toContain(id);
      expect(told).toContain(title.split(" ").slice(0, 3).join(" "));
    }
    expect(told).toMatch(/A layer with nothing on it stop \(usually note\) layer\/empty/);
    expect(told).toMatch(/not judged \(usually mend\) text\/font/);
    expect(told).toMatch(/Lines without a width stop line\/hairline/);
    expect(told).toContain("A width may be off by 0.02 mm");
    expect(told).toContain("A height may be off by 4.5 %");
  });
  it("no title stands at the foot of a page without what it is the title of", () => {
    const texts = run("pdftotext", "-layout", path, "-").split("\f");
    const titles = LIST_NAMES.map((list) => LISTS[list].many);
    for (const page of texts) {
      // The last two lines are the footer's: the standard's name and the page's number.
      const lines = page
        .split("\n")
        .map((line) => line.trim())
        .filter(Boolean);
      const last = lines.filter((line) => !line.startsWith(standard.name)).at(-1);
      if (last && lines.length > 3) expect(titles).not.toContain(last);
    }
  });
  it("the bar on its cover is 100.0 mm", () =>
    expect(
      pages[0]!.paths.flatMap((each) => each.subpaths.map(lengthOf)).filter((mm) => Math.abs(mm - 100) < 0.01).length,
    ).toBe(1));
  it("pens are drawn in their widths, 100.0 % of them", () => {
    const widths = new Set(strokes().map((each) => Number(each.widthMm.toFixed(4))));
    for (const pen of standard.pens)
      expect(
        [...widths].some((width) => Math.abs(width / pen.widthMm - 1) < 0.0005),
        pen.id,
      ).toBe(true);
  });
  it("line types are drawn in their multiples of the width", () => {
    const dashed = strokes().filter((each) => each.dashMm.length === 2 && Math.abs(each.widthMm - 0.5) < 1e-4);
    expect(
      dashed.some((each) => Math.abs(each.dashMm[0]! - 6) < 0.003 && Math.abs(each.dashMm[1]! - 1.5) < 0.003),
    ).toBe(true);
  });
  it("lines of the hatch “cut masonry” are 1.2 mm apart, to a thousandth", async () => {
    const alone = { ...standard, hatches: standard.hatches.slice(0, 1) };
    const file = temporary(await makeManual({ standard: alone, font: barlow() }), "hatch.pdf");
    const offsets = traced(file, () => true)
      .flatMap((page) => page.paths)
      .filter((each) => each.layer === "A-WALL-PATT" && Math.abs(each.widthMm - 0.13) < 1e-4)
      .flatMap((each) => each.subpaths)
      .map(([first, last]) => [first![0], first![1], last![0], last![1]] as const)
      .filter(([x1, y1, x2, y2]) => Math.abs(y2 - y1 - (x2 - x1)) < 1e-3)
      .map(([x, y]) => (y - x) / Math.SQRT2)
      .sort((a, b) => a - b);
    const gaps = offsets
      .slice(1)
      .map((each, i) => each - offsets[i]!)
      .filter((gap) => gap > 0.01);
    expect(gaps.length).toBeGreaterThan(40);
    for (const gap of gaps) expect(gap / 1.2 - Math.round(gap / 1.2)).toBeCloseTo(0, 3);
    expect(Math.min(...gaps)).toBeCloseTo(1.2, 3);
  });
  it("lettering specimens are as high as their style, measured on the page by another reader", () => {
    // pdftotext -bbox gives boxes of the font's ascent and descent; Barlow's size is the height of capitals / 0.7.
    const html = run("pdftotext", "-bbox", path, "-");
    const sizes = [
      ...html.matchAll(/<word xMin="[\d.]+" yMin="([\d.]+)" xMax="[\d.]+" yMax="([\d.]+)">Waiting</gi),
    ].map((match) => ((Number(match[2]) - Number(match[1])) * 25.4) / 72);
    expect(sizes.length).toBeGreaterThanOrEqual(5);
    const perCapital = sizes.map((size, i) => size / standard.textStyles[i]!.heightMm);
    for (const each of perCapital) expect(each / perCapital[0]!).toBeCloseTo(1, 2);
  });
});
