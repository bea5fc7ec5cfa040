import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  concat,
  DRAWING_VERSION,
  IDENTITY,
  packDrawing,
  pathBox,
  printable,
  scaleOf,
  textBox,
  unpackDrawing,
  versionOfPacked,
} from "../../src/drawing";
import { inspect } from "../../src/inspect";
import { preset } from "../../src/standard";
import { lettering, on, onePage } from "../support/raw-pdf";
import { drawingOf, fixture } from "../support/tools";

const FILES = ["cairo.pdf", "chromium.pdf", "gdal.pdf", "pdf-builder.pdf", "pdfkit.pdf", "reportlab.pdf", "tcpdf.pdf"];

describe("a packed drawing", () => {
  it.each(FILES)("of %s has the same marks, and the same findings", async (name) => {
    const drawing = await drawingOf(fixture(name));
    const back = unpackDrawing(packDrawing(drawing));
    expect(back.layers).toEqual(drawing.layers);
    expect(back.fonts).toEqual(drawing.fonts);
    expect(back.dashes).toEqual(drawing.dashes);
    drawing.pages.forEach((page, i) => {
      const packed = back.pages[i]!;
      expect([packed.widthMm, packed.heightMm, packed.paths.count, packed.texts.count]).toEqual([
        page.widthMm,
        page.heightMm,
        page.paths.count,
        page.texts.count,
      ]);
      expect(packed.texts.strings).toEqual(page.texts.strings);
      expect([...packed.paths.layer]).toEqual([...page.paths.layer]);
      // Every column comes back as it was, in the same type.
      for (const of of ["paths", "texts"] as const) expect({ ...packed[of] }).toEqual({ ...page[of] });
      expect([packed.groups, packed.clips]).toEqual([page.groups, page.clips]);
    });
    const standard = preset("tarnwick")!;
    const brief = (each: typeof drawing): string[] =>
      inspect(each, standard).findings.map((finding) => `${finding.rule} ${finding.layer} ${finding.count}`);
    expect(brief(back)).toEqual(brief(drawing));
  });
  it("is read at any place in a larger buffer", async () => {
    const packed = packDrawing(await drawingOf(fixture("cairo.pdf")));
    for (const shift of [1, 3, 8]) {
      const larger = new Uint8Array(packed.length + shift);
      larger.set(packed, shift);
      expect(unpackDrawing(larger.subarray(shift)).pages.length).toBe(2);
    }
  });
  it("is the same bytes whenever it is packed", async () => {
    const drawing = await drawingOf(fixture("reportlab.pdf"));
    expect(Buffer.from(packDrawing(drawing)).equals(Buffer.from(packDrawing(drawing)))).toBe(true);
  });
  it("keeps names and texts of any script", async () => {
    const drawing = await drawingOf(onePage({ layers: ["壁 Ω <b>"], content: on(0, lettering("x", 5, 5, 3)) }));
    expect(unpackDrawing(packDrawing(drawing)).layers[0]!.name).toBe("壁 Ω <b>");
  });
  it.each([
    ["nothing", new Uint8Array(0)],
    ["something else", new TextEncoder().encode("%PDF-1.7")],
  ])("%s is none, and says so", (_what, bytes) => {
    expect(() => unpackDrawing(bytes)).toThrow("not a packed drawing");
    expect(versionOfPacked(bytes)).toBeUndefined();
  });
  it("of an earlier version says so, to be read again from its file", () => {
    const first = new TextEncoder().encode("HSD1....");
    expect(() => unpackDrawing(first)).toThrow("must be read again");
    expect(versionOfPacked(first)).not.toBe(DRAWING_VERSION);
  });
});

describe("boxes", () => {
  it("of a path hold all its points (a law)", async () => {
    const drawing = await drawingOf(fixture("cairo.pdf"));
    const { paths } = drawing.pages[0]!;
    for (let row = 0; row < paths.count; row++) {
      const { x, y, width, height } = pathBox(paths, row);
      for (let i = paths.firstPoint[row]!; i < paths.firstPoint[row + 1]!; i++) {
        expect(paths.points[i * 2]! - x).toBeGreaterThanOrEqual(0);
        expect(x + width - paths.points[i * 2]!).toBeGreaterThanOrEqual(-1e-9);
        expect(paths.points[i * 2 + 1]! - y).toBeGreaterThanOrEqual(0);
        expect(y + height - paths.points[i * 2 + 1]!).toBeGreaterThanOrEqual(-1e-9);
      }
    }
  });
  it.each([
    [0, [10, 20, 0, 0]],
    [90, [undefined, 20, 0, 0]],
  ])("of text turned by %s° begin at its baseline", async (turn) => {
    const [c, s] = turn === 0 ? [1, 0] : [0, 1];
    const drawing = await drawingOf(onePage({ content: `BT /F1 5 Tf ${c} ${s} ${-s} ${c} 10 20 Tm (HHHH) Tj ET` }));
    const { texts } = drawing.pages[0]!;
    const box = textBox(texts, 0);
    const [along, up] = turn === 0 ? [box.width, box.height] : [box.height, box.width];
    expect(along).toBeCloseTo(texts.advanceMm[0]!, 3);
    expect(up).toBeCloseTo(texts.heightMm[0]!, 3);
    expect(turn === 0 ? box.x : box.x + box.width).toBeCloseTo(10, 3);
    expect(box.y).toBeCloseTo(20, 3);
  });
});

describe("matrices", () => {
  const matrix = fc.record(
    Object.fromEntries(
      ["a", "b", "c", "d", "e", "f"].map((name) => [name, fc.double({ min: -9, max: 9, noNaN: true })]),
    ),
  ) as fc.Arbitrary<typeof IDENTITY>;
  it("join one after the other, as in ISO 32000, 8.3.4 (a law)", () =>
    fc.assert(
      fc.property(
        matrix,
        matrix,
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        (m, n, x, y) => {
          const apply = (each: typeof IDENTITY, [px, py]: readonly [number, number]) =>
            [each.a * px + each.c * py + each.e, each.b * px + each.d * py + each.f] as const;
          const [joined, inTurn] = [apply(concat(m, n), [x, y]), apply(n, apply(m, [x, y]))];
          joined.forEach((value, i) => expect(value).toBeCloseTo(inTurn[i]!, 6));
        },
      ),
    ));
  it("that change nothing leave a length as it is; a turn does too; twice as large is twice", () => {
    expect(scaleOf(IDENTITY)).toBe(1);
    expect(scaleOf({ a: 0, b: 1, c: -1, d: 0, e: 5, f: 5 })).toBe(1);
    expect(scaleOf({ a: 2, b: 0, c: 0, d: -2, e: 0, f: 0 })).toBe(2);
  });
});

describe("a text that is drawn", () => {
  it.each([
    ["a\tb\r\nc", "a b c"],
    ["\u0000\u0007x\u009f", "x"],
    ["e\u0301", "é"],
    ["\ud800x", "\ufffdx"],
    ["\uffff", ""],
  ])("%j is %j", (text, shown) => expect(printable(text)).toBe(shown));
  it("is printable again without change (a law)", () =>
    fc.assert(
      fc.property(fc.string({ unit: "binary" }), (text) => {
        expect(printable(printable(text))).toBe(printable(text));
      }),
    ));
});
