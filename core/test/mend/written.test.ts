import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import type { Change } from "../../src/drawing";
import { editDrawing, readDrawing } from "../../src/formats";
import { PdfWriter } from "../../src/formats/pdf/write";
import { ChangeLog, mendFile, unmeantDifferences } from "../../src/mend";
import { preset } from "../../src/standard";
import { barlow } from "../support/fonts";
import { lettering, on, onePage, PT, type OnePage } from "../support/raw-pdf";
import { cellsOf, type DrawnCell } from "../support/title-block";
import { checkedByQpdf, drawingOf, run, temporary } from "../support/tools";

/*
 * Words that are written where none were, in files of many structures. That they stand where they are to is told by
 * our reader and by pdftotext, that nothing else changed by the proof of mends.
 */

const LAYERS = ["A-WALL", "A-ANNO-TTLB-LINE"];
const page = (content: string, more: Partial<OnePage> = {}): Uint8Array =>
  onePage({ layers: LAYERS, content, ...more });
const WALL = on(0, "0.5 w 20 20 100 60 re S\n");
const TITLED = on(1, lettering("CLIENT", 200, 40, 1.8) + lettering("Harbour board", 202, 35, 2.5));

const write = (like: number, more: Partial<Extract<Change, { kind: "write-text" }>> = {}): Change => ({
  kind: "write-text",
  page: 1,
  rows: Uint32Array.of(0),
  like: Uint32Array.of(like),
  strings: ["Ida Fenn"],
  heightMm: 2.5,
  rgb: 0,
  startMm: Float32Array.of(210, 20),
  ...more,
});

/** A file with words written into it, proved to be the same but for them; where pdftotext finds the first of them, in millimetres. */
async function written(bytes: Uint8Array, change: Change) {
  const { drawing: before, origin } = must(await readDrawing(bytes));
  const result = must(await editDrawing(bytes, origin, [change]));
  checkedByQpdf(result);
  const drawing = await drawingOf(result);
  const log = new ChangeLog(before);
  log.note(before, [change]);
  expect(unmeantDifferences(before, drawing, log)).toEqual([]);
  const box = /xMin="([\d.]+)" yMin="[\d.]+" xMax="[\d.]+" yMax="([\d.]+)">Ida</.exec(
    run("pdftotext", "-bbox", temporary(result), "-"),
  );
  return { drawing, left: Number(box?.[1]) / PT, low: Number(box?.[2]) / PT };
}

describe("words that are written in", () => {
  it("stand where they were to, in the font and on the layer of others, behind all that was there", async () => {
    const { drawing, left, low } = await written(page(WALL + TITLED), write(1));
    const { texts } = drawing.pages[0]!;
    expect(texts.strings.at(-1)).toBe("Ida Fenn");
    expect(drawing.layers[texts.layer.at(-1)!]!.name).toBe("A-ANNO-TTLB-LINE");
    expect(texts.heightMm.at(-1)).toBeCloseTo(2.5, 2);
    expect(left).toBeCloseTo(210, 0);
    // The box of a line goes below its baseline by the font's descent.
    expect(297 - low).toBeGreaterThan(18);
    expect(297 - low).toBeLessThan(20.1);
  });
  it.each([
    ["a page without layers", page(lettering("CLIENT", 200, 40, 1.8), { layers: [] }), 0],
    ["a page that is turned", page(WALL + TITLED, { page: "/Rotate 90" }), 1],
    ["a page that doesn't begin at its corner", page(WALL + TITLED, { page: "/CropBox [20 30 800 700]" }), 1],
    ["a page with units of its own", page(WALL + TITLED, { page: "/UserUnit 2" }), 1],
    ["content that restores more than it saved", page(`${WALL}${TITLED} Q Q`), 1],
  ])("are proved on %s", async (_what, bytes, like) => {
    const { origin, drawing } = must(await readDrawing(bytes));
    const turned = drawing.pages[0]!.texts.angleDeg[like] ?? 0;
    const change = write(like, {
      startMm: Float32Array.of(100, 100),
      heightMm: drawing.pages[0]!.texts.heightMm[like]!,
    });
    const result = must(await editDrawing(bytes, origin, [change]));
    const after = await drawingOf(result);
    const { texts } = after.pages[0]!;
    expect(texts.strings.at(-1)).toBe("Ida Fenn");
    expect([texts.anchors.at(-2), texts.anchors.at(-1)].map((each) => Math.round(each! * 10) / 10)).toEqual([100, 100]);
    expect(texts.angleDeg.at(-1)).toBeCloseTo(turned, 3);
    const log = new ChangeLog(drawing);
    log.note(drawing, [change]);
    expect(unmeantDifferences(drawing, after, log)).toEqual([]);
  });
  it("are refused where they can't be written without harm", async () => {
    const form = (file: Parameters<NonNullable<OnePage["resources"]>>[0]): string =>
      `/XObject << /X1 ${file.stream(lettering("CLIENT", 20, 40, 1.8), "/Type /XObject /Subtype /Form /BBox [0 0 900 900]")} >>`;
    const inForm = page("/X1 Do\n", { layers: [], resources: form });
    const { origin } = must(await readDrawing(inForm));
    const result = await editDrawing(inForm, origin, [write(0)]);
    expect(result).toMatchObject({ ok: false, problem: { code: "not-safe" } });
  });
  it("are told to be elsewhere where the content leaves a saved state open, so that no mend does it", async () => {
    const bytes = page(`${WALL}q 2 0 0 2 9 9 cm 1 0 0 rg ${TITLED}`);
    const { origin, drawing } = must(await readDrawing(bytes));
    const after = await drawingOf(must(await editDrawing(bytes, origin, [write(1)])));
    const log = new ChangeLog(drawing);
    log.note(drawing, [write(1)]);
    expect(unmeantDifferences(drawing, after, log)).toHaveLength(1);
  });
  it("are told from words that stand elsewhere or read otherwise", async () => {
    const bytes = page(WALL + TITLED);
    const { drawing, origin } = must(await readDrawing(bytes));
    const after = await drawingOf(must(await editDrawing(bytes, origin, [write(1)])));
    for (const other of [
      write(1, { strings: ["Ida Fern"] }),
      write(1, { startMm: Float32Array.of(210, 21) }),
      write(1, { heightMm: 2.6 }),
    ]) {
      const log = new ChangeLog(drawing);
      log.note(drawing, [other]);
      expect(unmeantDifferences(drawing, after, log)).toHaveLength(1);
    }
    const nothing = new ChangeLog(drawing);
    nothing.note(drawing, []);
    expect(unmeantDifferences(drawing, after, nothing)).toHaveLength(1);
  });
});

describe("an empty field", () => {
  const cells = (width: number) => [
    { at: [300, 34, 100, 12] as const, label: "Client", value: "Harbour board" },
    { at: [300, 22, 100, 12] as const, label: "Title", value: "Ground floor" },
    { at: [300, 10, width, 12] as const, label: "Drawn by" },
    { at: [300 + width, 10, 100 - width, 12] as const, label: "Scale", value: "1:50" },
  ];
  const mended = async (particulars: Record<string, string>, width = 50) => {
    const bytes = onePage({ layers: LAYERS, content: on(1, cellsOf(cells(width))) });
    return must(await mendFile(bytes, preset("tarnwick")!, { particulars }));
  };
  it("is filled from the particulars in the manner of the fields beside it", async () => {
    const { done, drawing, after } = await mended({ drawnBy: "Ida Fenn" }).then((mend) => ({
      ...mend,
      drawing: drawingOf(mend.bytes),
    }));
    expect(done.filter(({ rule }) => rule === "title/empty").map(({ mend, message }) => [mend, message])).toEqual([
      ["write-text", "written on A-ANNO-TTLB-LINE: Ida Fenn"],
    ]);
    expect(after.findings.filter(({ rule }) => rule.startsWith("title/"))).toEqual([]);
    const { texts } = (await drawing).pages[0]!;
    const row = texts.strings.indexOf("Ida Fenn");
    // Two millimetres from the left of its cell and from its lower line, as the others.
    expect([texts.anchors[row * 2], texts.anchors[row * 2 + 1]].map((each) => Math.round(each! * 10) / 10)).toEqual([
      302, 12,
    ]);
  });
  it("is left where nobody says what belongs in it, or where it has no room", async () => {
    expect((await mended({})).done.filter(({ rule }) => rule === "title/empty")).toEqual([]);
    const crammed = await mended({ drawnBy: "Ida Margaretha Fenn-Aldous" }, 30);
    expect(crammed.done.filter(({ rule }) => rule === "title/empty")).toEqual([]);
    expect(crammed.after.findings.map(({ rule }) => rule)).toContain("title/empty");
  });
  it("is written as its neighbours are, and mended with them in the next pass", async () => {
    // Values of 3 mm, which no text style has, in a font that is in the file, so that their height is judged.
    const drawing = await PdfWriter.create(barlow(), "Block");
    const sheet = drawing.addPage(420, 297);
    sheet.layer("A-ANNO-TTLB-LINE").pen(0.25).ink(0).fillInk(0);
    for (const {
      at: [x, y, width, height],
      label,
      value,
    } of cells(50) as readonly DrawnCell[]) {
      sheet.rectangle({ x, y, width, height }).text(label, x + 1, y + height - 3, { heightMm: 1.8 });
      if (value) sheet.text(value, x + 2, y + 2, { heightMm: 3 });
    }
    sheet.text("Ida Fenn", 20, 20, { heightMm: 2.5 });
    sheet.finish();
    const mend = must(
      await mendFile(await drawing.save(), preset("tarnwick")!, { particulars: { drawnBy: "Ida Fenn" } }),
    );
    expect(new Set(mend.done.map(({ mend: kind }) => kind))).toEqual(new Set(["write-text", "set-height"]));
    expect(mend.after.findings.map(({ rule }) => rule).filter((rule) => /^title|height/.test(rule))).toEqual([]);
    const { texts } = (await drawingOf(mend.bytes)).pages[0]!;
    const row = texts.strings.lastIndexOf("Ida Fenn");
    expect(texts.heightMm[row]).toBeCloseTo(texts.heightMm[texts.strings.indexOf("Harbour board")]!, 2);
  });
});
