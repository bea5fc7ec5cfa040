import { describe, expect, it } from "vitest";
import { editDrawing, readDrawing } from "../../src/formats";
import type { Drawing } from "../../src/drawing";
import { ChangeLog, mendFile, unmeantDifferences, type Mended } from "../../src/mend";
import { must } from "../../src/base/result";
import { preset } from "../../src/standard";
import { takingAnyFont } from "../support/any-font";
import { lettering, on, onePage, RawPdf } from "../support/raw-pdf";
import { traced } from "../support/trace";
import { checkedByQpdf, drawingOf, fixture, temporary } from "../support/tools";

const TARNWICK = takingAnyFont(preset("tarnwick")!);

/** Mends bytes and proves what every mend must hold: qpdf's check, and the original untouched. */
async function mended(bytes: Uint8Array, standard = TARNWICK): Promise<Mended> {
  const copy = bytes.slice();
  const result = must(await mendFile(bytes, standard));
  expect(bytes).toEqual(copy);
  checkedByQpdf(result.bytes);
  return result;
}

const rulesLeft = (result: Mended): string[] => result.after.findings.map((finding) => finding.rule);
const widths = (drawing: Drawing): number[] =>
  [...drawing.pages[0]!.paths.widthMm].map((each) => Number(each.toFixed(3)));
const heights = (drawing: Drawing): number[] =>
  [...drawing.pages[0]!.texts.heightMm].map((each) => Number(each.toFixed(2)));
const anchors = (drawing: Drawing): number[] =>
  [...drawing.pages[0]!.texts.anchors].map((each) => Number(each.toFixed(2)));
const form = (file: RawPdf, content: string, more = ""): string =>
  file.stream(content, `/Type /XObject /Subtype /Form /BBox [-900 -900 900 900] ${more}`, true);

describe("layers", () => {
  it("are renamed, with everything on them", async () => {
    const result = await mended(onePage({ layers: ["walls"], content: on(0, "0.5 w 1 1 m 9 9 l S") }));
    expect(result.drawing.layers.map((layer) => layer.name)).toEqual(["A-WALL"]);
    expect(rulesLeft(result)).toEqual([]);
  });
  it("become one with a layer of the right name that exists, by mutool too", async () => {
    const plain = onePage({
      layers: ["A-WALL", "walls", "a-wall"],
      content: on(0, "0.5 w 1 1 m 9 9 l S") + on(1, "0.5 w 1 2 m 9 2 l S") + on(2, "0.5 w 1 3 m 9 3 l S"),
    });
    const result = await mended(plain);
    expect(result.drawing.layers.map((layer) => layer.name)).toEqual(["A-WALL"]);
    expect([...result.drawing.pages[0]!.paths.layer]).toEqual([0, 0, 0]);
    const [page] = traced(temporary(result.bytes), () => true);
    expect(page!.paths.map((path) => path.layer)).toEqual(["A-WALL", "A-WALL", "A-WALL"]);
  });
});

describe("widths", () => {
  it("are set where they were set, when all they govern want it", async () => {
    const result = await mended(onePage({ layers: ["A-WALL"], content: on(0, "0.3 w 1 1 m 9 9 l S 1 2 m 3 4 l S") }));
    expect(widths(result.drawing)).toEqual([0.5, 0.5]);
    expect(result.done).toMatchObject([{ rule: "line/width-off-series", from: "0.3 mm", to: "0.5 mm", count: 2 }]);
  });
  it("are set around one path when others share the setting", async () => {
    const result = await mended(
      onePage({
        layers: ["A-WALL", "A-GLAZ"],
        content: `0.25 w ${on(0, "1 1 m 9 9 l S")}${on(1, "1 2 m 9 2 l S")}1 3 m 9 3 l S`,
      }),
    );
    expect(widths(result.drawing)).toEqual([0.5, 0.25, 0.25]);
  });
  it("are right under scaling, and by mutool too", async () => {
    const bytes = onePage({
      layers: ["A-WALL"],
      content: on(0, "q 2 0 0 2 5 5 cm 0 w 1 1 m 9 9 l S 0.25 w 2 2 m 3 3 l S Q"),
    });
    const result = await mended(bytes);
    expect(widths(result.drawing)).toEqual([0.5, 0.5]);
    const [page] = traced(temporary(result.bytes), () => true);
    expect(page!.paths.map((path) => Number(path.widthMm.toFixed(3)))).toEqual([0.5, 0.5]);
  });
  it("of a form drawn at two scales become two forms; drawn alike it stays one", async () => {
    const bytes = onePage({
      layers: ["A-WALL"],
      content: on(0, "/F Do q 2 0 0 2 50 50 cm /F Do Q"),
      resources: (file) => `/XObject << /F ${form(file, "0.3 w 1 1 m 9 9 l S")} >>`,
    });
    const result = await mended(bytes);
    expect(widths(result.drawing)).toEqual([0.5, 0.5]);
    const same = await mended(
      onePage({
        layers: ["A-WALL"],
        content: on(0, "/F Do q 1 0 0 1 50 50 cm /F Do Q"),
        resources: (file) => `/XObject << /F ${form(file, "0.3 w 1 1 m 9 9 l S")} >>`,
      }),
    );
    expect(widths(same.drawing)).toEqual([0.5, 0.5]);
  });
  it("that a nested form takes over from outside are set there", async () => {
    const bytes = onePage({
      layers: ["A-WALL"],
      content: on(0, "0.3 w /F Do 0.5 w 20 20 m 30 30 l S"),
      resources: (file) =>
        `/XObject << /F ${form(file, "1 1 m 9 9 l S /G Do", `/Resources << /XObject << /G ${form(file, "2 2 m 9 2 l S")} >> >>`)} >>`,
    });
    const result = await mended(bytes);
    expect(widths(result.drawing)).toEqual([0.5, 0.5, 0.5]);
  });
  it("take rightly spaced dashes with them", async () => {
    // ISO 128-2: a dash is 12 widths, a gap 3.
    const result = await mended(
      onePage({ layers: ["A-SIGN"], content: on(0, "0.42 w [5.04 1.26] 0 d 1 1 m 90 1 l S") }),
    );
    const { paths } = result.drawing.pages[0]!;
    expect(result.drawing.dashes[paths.dash[0]!]!.map((each) => Number(each.toFixed(3)))).toEqual([6, 1.5]);
    expect(rulesLeft(result)).toEqual(["layer/unregistered"]);
  });
});

describe("what stands in a pattern or a note", () => {
  it("is left as it is, and the rest of what is found together with it is mended", async () => {
    const result = await mended(
      onePage({
        layers: ["A-WALL"],
        content: on(0, "0.3 w 1 1 m 90 1 l S /Pattern cs /P scn 10 10 40 40 re f"),
        resources: (file) => {
          const cell = file.stream(
            "0.3 w 0 0 m 5 5 l S",
            "/Type /Pattern /PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 5 5] /XStep 5 /YStep 5 /Matrix [2.8346 0 0 2.8346 0 0] /Resources << >>",
          );
          return `/Pattern << /P ${cell} >>`;
        },
      }),
    );
    const widthsNow = widths(result.drawing).map((each) => each.toFixed(2));
    expect(widthsNow).toContain("0.50");
    expect(widthsNow).toContain("0.30");
    expect(result.left).toMatchObject([
      { rule: "line/width-off-series", reason: expect.stringContaining("pattern") as string },
    ]);
    // The area is a hatch, and goes to the hatches' layer with all of its repetitions.
    expect(result.done).toMatchObject([{ rule: "hatch/off-layer" }, { rule: "line/width-off-series" }]);
    const { paths } = result.drawing.pages[0]!;
    expect(Array.from(paths.layer, (id) => result.drawing.layers[id]?.name)).toEqual([
      "A-WALL",
      "A-WALL-PATT",
      "A-WALL-PATT",
    ]);
  });
});

describe("line types", () => {
  it("are set, shared or not", async () => {
    const result = await mended(
      onePage({
        layers: ["A-FLOR-OVHD", "A-GRID"],
        content: `0.25 w [9 5] 0 d ${on(0, "1 1 m 90 1 l S")} 0.18 w ${on(1, "1 9 m 90 9 l S")}`,
      }),
    );
    expect(rulesLeft(result)).toEqual([]);
    const { paths } = result.drawing.pages[0]!;
    expect(result.drawing.dashes[paths.dash[0]!]!.map((each) => Number(each.toFixed(3)))).toEqual([3, 0.75]);
    expect(result.drawing.dashes[paths.dash[1]!]!.map((each) => Number(each.toFixed(3)))).toEqual([
      4.32, 0.54, 0.09, 0.54,
    ]);
  });
});

describe("lettering heights", () => {
  const standard = takingAnyFont(preset("hyphenated-discipline")!);
  it("are set about the start of each string", async () => {
    const result = await mended(
      onePage({ layers: ["A-ANNO"], content: on(0, lettering("HALL", 30, 40, 3) + lettering("WC", 60, 40, 2.5)) }),
      standard,
    );
    expect(heights(result.drawing)).toEqual([3.5, 2.5]);
    expect(anchors(result.drawing)).toEqual([30, 40, 60, 40]);
  });
  it("leave a string that goes on from them in its place, if it keeps its height", async () => {
    const bytes = onePage({
      layers: ["A-ANNO"],
      content: on(0, `BT /F1 ${3.9 / 0.718} Tf 10 10 Td (first) Tj /F1 ${2.5 / 0.718} Tf (second) Tj ET`),
    });
    const before = await drawingOf(bytes);
    const result = await mended(bytes, standard);
    expect(heights(result.drawing)).toEqual([3.5, 2.5]);
    expect(anchors(result.drawing)).toEqual(anchors(before));
  });
  it("that would run into other lettering are left, with the reason; the others are set", async () => {
    const words = (size: number) => `BT /F1 ${size / 0.718} Tf`;
    const bytes = onePage({
      layers: ["A-ANNO"],
      content: on(
        0,
        `${words(3)} 10 10 Td (Kitchen) Tj ET ${words(2.5)} 25.5 10 Td (12.5) Tj ET ${words(3)} 10 60 Td (Hall) Tj ET`,
      ),
    });
    const result = await mended(bytes, standard);
    expect(heights(result.drawing)).toEqual([3, 2.5, 3.5]);
    expect(result.left.map(({ reason }) => reason)).toContain(
      "1 line of lettering would run into other lettering at this height, and is left as it is.",
    );
    expect(result.done).toMatchObject([{ rule: "text/height", count: 1 }]);
  });
  it("leave a string in its place that goes on from several of them, under another horizontal scaling too", async () => {
    const bytes = onePage({
      layers: ["A-ANNO"],
      content: on(
        0,
        `BT /F1 ${3 / 0.718} Tf 10 10 Td (one) Tj 80 Tz (two) Tj 3 Tr (unseen) Tj 0 Tr /F1 ${2.5 / 0.718} Tf (kept) Tj ET`,
      ),
    });
    const before = await drawingOf(bytes);
    const result = await mended(bytes, standard);
    expect(heights(result.drawing)).toEqual([3.5, 3.5, 3, 2.5]);
    expect(anchors(result.drawing).slice(4)).toEqual(anchors(before).slice(4));
  });
  it("keep the anchor of a string with a leading adjustment", async () => {
    const bytes = onePage({
      layers: ["A-ANNO"],
      content: on(0, `BT /F1 ${3 / 0.718} Tf 100 50 Td [2500 (right)] TJ ET`),
    });
    const before = await drawingOf(bytes);
    const result = await mended(bytes, standard);
    expect(anchors(result.drawing)).toEqual(anchors(before));
  });
  it("work with quotes, leading and turned text", async () => {
    const result = await mended(
      onePage({
        layers: ["A-ANNO"],
        content: on(0, `BT /F1 ${3 / 0.718} Tf 5 TL 0 1 -1 0 50 50 Tm (one) ' (two) ' 0 0 (three) " ET`),
      }),
      standard,
    );
    expect(heights(result.drawing)).toEqual([3.5, 3.5, 3.5]);
  });
});

describe("the proof", () => {
  it("sees a moved line, a lost string and a changed colour", async () => {
    const make = (content: string): Promise<Drawing> =>
      drawingOf(onePage({ layers: ["A-WALL"], content: on(0, content) }));
    const base = await make(`1 0 0 RG 0.5 w 1 1 m 9 9 l S ${lettering("A", 1, 1, 2.5)}`);
    const log = new ChangeLog(base);
    const differences = async (content: string): Promise<string[]> =>
      unmeantDifferences(base, await make(content), log);
    expect(await differences(`1 0 0 RG 0.5 w 1 1 m 9 9 l S ${lettering("A", 1, 1, 2.5)}`)).toEqual([]);
    expect(await differences(`1 0 0 RG 0.5 w 1 1 m 9 9.002 l S ${lettering("A", 1, 1, 2.5)}`)).toEqual([
      expect.stringContaining("moved"),
    ]);
    expect(await differences(`1 0 0 RG 0.5 w 1 1 m 9 9 l S`)).toEqual([expect.stringContaining("strings")]);
    expect(await differences(`0 0 0 RG 0.5 w 1 1 m 9 9 l S ${lettering("A", 1, 1, 2.5)}`)).toEqual([
      expect.stringContaining("painted"),
    ]);
    expect(await differences(`1 0 0 RG 0.25 w 1 1 m 9 9 l S ${lettering("A", 1, 1, 2.5)}`)).toEqual([
      expect.stringContaining("width"),
    ]);
  });
  it("holds on files of other generators", async () => {
    for (const name of [
      "tcpdf.pdf",
      "gdal.pdf",
      "reportlab.pdf",
      "cairo.pdf",
      "pdfkit.pdf",
      "pdf-builder.pdf",
      "chromium.pdf",
    ]) {
      const result = await mended(fixture(name));
      expect(
        result.after.findings.filter((finding) => finding.mend),
        name,
      ).toEqual([]);
    }
  });
  it("a second mend finds nothing to do", async () => {
    const once = await mended(fixture("tcpdf.pdf"));
    expect((await mended(once.bytes)).done).toEqual([]);
  });
  it("only chosen findings are mended", async () => {
    const result = must(
      await mendFile(fixture("tcpdf.pdf"), TARNWICK, { chosen: (finding) => finding.rule === "layer/near-duplicate" }),
    );
    expect(new Set(result.done.map((each) => each.rule))).toEqual(new Set(["layer/near-duplicate"]));
    expect(result.after.findings.some((finding) => finding.rule === "line/width-off-series")).toBe(true);
  });
  it("an edit of nothing changes no mark", async () => {
    const bytes = fixture("reportlab.pdf");
    const { drawing: before, origin } = must(await readDrawing(bytes));
    const after = await drawingOf(must(await editDrawing(bytes, origin, [])));
    expect(unmeantDifferences(before, after, new ChangeLog(before))).toEqual([]);
  });
});
