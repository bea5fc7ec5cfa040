import { describe, expect, it } from "vitest";
import { PAINT, packDrawing, unpackDrawing, type Drawing, type Page } from "../../src/drawing";
import { lettering, on, onePage, PT, RawPdf } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

const first = (drawing: Drawing): Page => drawing.pages[0]!;
const layerNames = (drawing: Drawing): (string | undefined)[] =>
  [...first(drawing).paths.layer].map((id) => drawing.layers[id]?.name);
const hidden = (page: Page): boolean[] => [...page.paths.paint].map((paint) => (paint & PAINT.hidden) !== 0);
const LINE = "10 10 m 20 10 l S";

/** Structures of ISO 32000-1 that drawing files are made of, each written by hand. */
describe("a space without extent", () => {
  it("shows nothing, so nothing is read from it, and the file says so", async () => {
    const drawing = await drawingOf(
      onePage({ layers: ["A-WALL"], content: on(0, "q 0 0 0 0 5 5 cm 1 w 1 1 m 9 9 l S Q 0.5 w 1 1 m 9 9 l S") }),
    );
    expect(drawing.pages[0]!.paths.count).toBe(1);
    expect(drawing.unread.map((note) => note.code)).toEqual(["no-extent"]);
  });
});

describe("layers", () => {
  it("follow marked content, nested and unbalanced, whatever saves the state between", async () => {
    const drawing = await drawingOf(
      onePage({
        layers: ["OUT", "IN"],
        content: `/OC /L0 BDC q ${LINE} /OC /L1 BDC ${LINE} /Span BMC ${LINE} EMC Q EMC ${LINE} EMC EMC EMC ${LINE}`,
      }),
    );
    expect(layerNames(drawing)).toEqual(["OUT", "IN", "IN", "OUT", undefined]);
  });
  it("that are off when the file is opened hide their marks, and those within them", async () => {
    const drawing = await drawingOf(
      onePage({ layers: ["SEEN", "OFF"], off: [1], content: on(0, LINE) + on(1, `${LINE} /OC /L0 BDC ${LINE} EMC`) }),
    );
    expect(hidden(first(drawing))).toEqual([false, true, true]);
    expect(drawing.layers.map((layer) => layer.visible)).toEqual([true, false]);
  });
  it.each([
    ["AnyOn", [false, true], false],
    ["AllOn", [false, true], true],
    ["AnyOff", [true, false], false],
    ["AllOff", [false, true], true],
  ])("membership by %s of one layer on and one off", async (policy, _order, isHidden) => {
    const drawing = await drawingOf(
      onePage({
        layers: ["ON", "OFF"],
        off: [1],
        content: `/OC /M BDC ${LINE} EMC`,
        resources: (file, layers) =>
          `/Properties << /M ${file.add(`<< /Type /OCMD /P /${policy} /OCGs [${layers.join(" ")}] >>`)} >>`,
      }),
    );
    expect(hidden(first(drawing))).toEqual([isHidden]);
    expect(layerNames(drawing)).toEqual(["ON"]);
  });
  it("membership by expression: not off", async () => {
    const drawing = await drawingOf(
      onePage({
        layers: ["ON", "OFF"],
        off: [1],
        content: `/OC /M BDC ${LINE} EMC`,
        resources: (file, [a, b]) =>
          `/Properties << /M ${file.add(`<< /Type /OCMD /OCGs [${a} ${b}] /VE [/And ${a} [/Not ${b}]] >>`)} >>`,
      }),
    );
    expect(hidden(first(drawing))).toEqual([false]);
  });
  it("stand on forms as a whole (/OC of an XObject)", async () => {
    const drawing = await drawingOf(
      onePage({
        layers: ["FORM"],
        content: "/F Do",
        resources: (file, [layer]) =>
          `/XObject << /F ${file.stream(LINE, `/Type /XObject /Subtype /Form /BBox [0 0 100 100] /OC ${layer}`)} >>`,
      }),
    );
    expect(layerNames(drawing)).toEqual(["FORM"]);
  });
  it("keep names of any script, with slashes, markup and control characters", async () => {
    const names = [
      "Стены",
      "壁",
      "جدار",
      "A/../B",
      "<img src=x onerror=alert(1)>",
      "=1+1",
      "a\u0000b\u0007",
      "𝔸-WALL",
      "x".repeat(4000),
    ];
    const drawing = await drawingOf(onePage({ layers: names, content: names.map((_, i) => on(i, LINE)).join("") }));
    expect(drawing.layers.map((layer) => layer.name)).toEqual(names);
  });
});

describe("forms", () => {
  const form = (file: RawPdf, content: string, entries = ""): string =>
    file.stream(content, `/Type /XObject /Subtype /Form /BBox [-1000 -1000 1000 1000] ${entries}`);
  it("nest with their matrices; widths, dashes and places go through all of them", async () => {
    const drawing = await drawingOf(
      onePage({
        content: "q 2 0 0 2 10 20 cm /Outer Do Q",
        resources: (file) => {
          const inner = form(file, "0.25 w [3 1] 0 d 0 0 m 10 0 l S", "/Matrix [0 1 -1 0 0 0]");
          return `/XObject << /Outer ${form(file, "1 0 0 1 5 5 cm /Inner Do", `/Resources << /XObject << /Inner ${inner} >> >>`)} >>`;
        },
      }),
    );
    const { paths } = first(drawing);
    expect([...paths.points].map((each) => Number(each.toFixed(4)))).toEqual([20, 30, 20, 50]);
    expect(paths.widthMm[0]).toBeCloseTo(0.5, 5);
    expect(drawing.dashes[paths.dash[0]!]!.map((each) => Number(each.toFixed(4)))).toEqual([6, 2]);
  });
  it("take over the state of where they are drawn and give it back", async () => {
    const drawing = await drawingOf(
      onePage({
        content: "0.7 w /F Do 0 0 m 1 1 l S",
        resources: (file) => `/XObject << /F ${form(file, "0 5 m 5 5 l S 0.13 w 0 6 m 6 6 l S")} >>`,
      }),
    );
    expect([...first(drawing).paths.widthMm].map((each) => Number(each.toFixed(3)))).toEqual([0.7, 0.13, 0.7]);
  });
  it("drawn inside themselves are noted, not followed", async () => {
    const drawing = await drawingOf(
      onePage({
        content: "/F Do",
        resources: (file) => {
          const self = file.reserve();
          const body = "0 0 m 1 1 l S /F Do";
          self.set(
            `<< /Type /XObject /Subtype /Form /BBox [0 0 9 9] /Resources << /XObject << /F ${self.ref} >> >> /Length ${body.length} >>\nstream\n${body}\nendstream`,
          );
          return `/XObject << /F ${self.ref} >>`;
        },
      }),
    );
    expect(first(drawing).paths.count).toBe(1);
    expect(drawing.unread.map((note) => note.code)).toContain("form-in-itself");
  });
});

describe("paths", () => {
  it("count painted subpaths; those for clipping alone do not paint", async () => {
    const drawing = await drawingOf(
      onePage({ content: "0 0 m 5 0 l 5 5 l h 7 7 m 8 8 l S 1 1 20 20 re W n 3 3 m 9 9 l S 5 5 m S 4 4 6 6 re B" }),
    );
    const { paths } = first(drawing);
    expect(paths.count).toBe(4);
    expect([...paths.paint].map((paint) => paint & (PAINT.stroke | PAINT.fill))).toEqual([1, 1, 1, 3]);
    expect([...paths.clip].map((clip) => clip !== 0)).toEqual([false, false, true, true]);
    expect(paths.paint[0]! & PAINT.closed).toBeTruthy();
  });
  it("keep curves, whichever operator wrote them", async () => {
    const drawing = await drawingOf(onePage({ content: "0 0 m 1 1 2 1 3 0 c 4 1 5 0 v 6 1 7 0 y S" }));
    const { paths } = first(drawing);
    expect([...paths.verbs]).toEqual([0, 2, 2, 2]);
    expect([...paths.points].map((each) => Math.round(each))).toEqual([
      0, 0, 1, 1, 2, 1, 3, 0, 3, 0, 4, 1, 5, 0, 6, 1, 7, 0, 7, 0,
    ]);
  });
  it("have colours in one form from grey, RGB, CMYK, spot and ICC", async () => {
    const drawing = await drawingOf(
      onePage({
        content: `0.5 G ${LINE} 1 0 0 RG ${LINE} 0 1 1 0 K ${LINE} /Spot CS 1 SCN ${LINE} /Icc CS 0 0 1 SC ${LINE}`,
        resources: (file) =>
          `/ColorSpace << /Spot [/Separation /Black /DeviceGray << /FunctionType 2 /Domain [0 1] /N 1 /C0 [1] /C1 [0] >>] /Icc [/ICCBased ${file.stream("", "/N 3")}] >>`,
      }),
    );
    expect([...first(drawing).paths.strokeColour].map((each) => each.toString(16).padStart(6, "0"))).toEqual([
      "808080",
      "ff0000",
      "ff0000",
      "000000",
      "0000ff",
    ]);
  });
  it("take width and dash from the extended state too", async () => {
    const drawing = await drawingOf(
      onePage({ content: `/G gs ${LINE}`, resources: () => "/ExtGState << /G << /LW 0.35 /D [[4 2] 0] >> >>" }),
    );
    expect(first(drawing).paths.widthMm[0]).toBeCloseTo(0.35, 5);
    expect(drawing.dashes[1]!.map((each) => Number(each.toFixed(4)))).toEqual([4, 2]);
  });
  it("a dash of odd length is doubled, one of zeroes is none", async () => {
    const drawing = await drawingOf(onePage({ content: `[3] 0 d ${LINE} [0 0] 0 d ${LINE}` }));
    expect([...first(drawing).paths.dash]).toEqual([1, 0]);
    expect(drawing.dashes[1]!.length).toBe(2);
  });
});

describe("text", () => {
  it("has the height of its capitals through size, matrix and turned text (Adobe's metrics: Helvetica 0.718)", async () => {
    const drawing = await drawingOf(
      onePage({
        content: `${lettering("HALL", 10, 20, 2.5)} BT /F1 2 Tf 0 2 -2 0 50 60 Tm (UP) Tj ET BT 3 Tr /F1 5 Tf 1 1 Td (unseen) Tj ET`,
      }),
    );
    const { texts } = first(drawing);
    expect(texts.strings).toEqual(["HALL", "UP", "unseen"]);
    expect([...texts.heightMm].map((each) => Number(each.toFixed(3)))).toEqual([2.5, 2.872, 3.59]);
    expect([...texts.angleDeg].map(Math.round)).toEqual([0, 90, 0]);
    expect([...texts.paint].map((paint) => (paint & PAINT.hidden) !== 0)).toEqual([false, false, true]);
    expect(texts.anchors[0]).toBeCloseTo(10, 5);
  });
  it("reads differences, standard encoding and ToUnicode", async () => {
    const drawing = await drawingOf(
      onePage({
        content: "BT /D 5 Tf 0 0 Td <4142> Tj ET BT /U 5 Tf 0 9 Td <00010002> Tj ET",
        resources: (file) => {
          const map = file.stream(
            "begincmap 1 begincodespacerange <0000> <ffff> endcodespacerange 1 beginbfchar <0001> <00D8> endbfchar 1 beginbfrange <0002> <0005> <0031> endbfrange endcmap",
          );
          const d = file.add(
            "<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding << /Differences [65 /eacute /uni2033] >> >>",
          );
          const u = file.add(
            `<< /Type /Font /Subtype /Type0 /BaseFont /ABCDEF+Plan /Encoding /Identity-H /ToUnicode ${map} /DescendantFonts [<< /Type /Font /Subtype /CIDFontType2 /BaseFont /ABCDEF+Plan /DW 500 /W [1 [600 700]] >>] >>`,
          );
          return `/Font << /D ${d} /U ${u} >>`;
        },
      }),
    );
    expect(first(drawing).texts.strings).toEqual(["é″", "Ø1"]);
    expect(first(drawing).texts.advanceMm[1]).toBeCloseTo(6.5, 5);
    expect(drawing.fonts.map((font) => font.name)).toContain("Plan");
  });
  it("starts where a leading adjustment puts it", async () => {
    const drawing = await drawingOf(onePage({ content: "BT /F1 10 Tf 100 50 Td [1000 (right)] TJ ET" }));
    expect(first(drawing).texts.anchors[0]).toBeCloseTo(90, 5);
  });
});

describe("pages", () => {
  const corner = (drawing: Drawing): number[] =>
    [...first(drawing).paths.points].slice(0, 2).map((each) => Number(each.toFixed(3)));
  it.each([
    [0, [10, 20], [420, 297]],
    [90, [20, 410], [297, 420]],
    [180, [410, 277], [420, 297]],
    [270, [277, 10], [297, 420]],
  ])("turned by %d° are measured as they are seen", async (rotate, place, size) => {
    const drawing = await drawingOf(onePage({ content: "10 20 m 30 20 l S", page: `/Rotate ${rotate}` }));
    expect(corner(drawing)).toEqual(place);
    expect([first(drawing).widthMm, first(drawing).heightMm].map((each) => Number(each.toFixed(3)))).toEqual(size);
  });
  it("are measured from their crop box, in their user unit", async () => {
    const drawing = await drawingOf(
      onePage({
        content: "10 20 m 30 20 l S",
        page: `/CropBox [${5 * PT} ${10 * PT} ${205 * PT} ${110 * PT}] /UserUnit 2`,
      }),
    );
    expect(corner(drawing)).toEqual([10, 20]);
    expect([first(drawing).widthMm, first(drawing).heightMm].map((each) => Number(each.toFixed(3)))).toEqual([
      400, 200,
    ]);
  });
  it("state scales in measure dictionaries (ISO 32000-1, 12.9)", async () => {
    const metres = (25.4 / 72 / 1000) * 50;
    const measure = `/VP [<< /Type /Viewport /BBox [0 0 100 100] /Name (Plan) /Measure << /Type /Measure /Subtype /RL /R (1:50) /X [<< /U (m) /C ${metres} >>] /D [<< /U (m) /C 1 >>] /A [<< /U (m2) /C 1 >>] >> >>]`;
    const drawing = await drawingOf(onePage({ content: LINE, page: measure }));
    expect(first(drawing).viewports[0]!.buildingPerPaper).toBeCloseTo(50, 9);
  });
  it("read the inline image's place and skip its data", async () => {
    const drawing = await drawingOf(
      onePage({ content: `q 20 0 0 10 5 5 cm BI /W 1 /H 1 /BPC 8 /CS /G ID EI\u0001\u00ff EI Q ${LINE}` }),
    );
    expect(first(drawing).images[0]!.boxMm.width).toBeCloseTo(20, 5);
    expect(first(drawing).paths.count).toBe(1);
  });
});

it("a packed drawing unpacks to the same marks", async () => {
  const drawing = await drawingOf(
    onePage({
      layers: ["A-WALL", "壁"],
      content: on(0, `0.5 w [3 1] 0 d ${LINE}`) + on(1, lettering("Höhe ″", 5, 6, 3.5)),
    }),
  );
  const back = unpackDrawing(packDrawing(drawing));
  expect(back.layers).toEqual(drawing.layers);
  expect(back.dashes).toEqual(drawing.dashes);
  const [a, b] = [first(drawing), first(back)];
  expect([...b.paths.points].map((each) => Number(each.toFixed(3)))).toEqual(
    [...a.paths.points].map((each) => Number(each.toFixed(3))),
  );
  expect(b.texts.strings).toEqual(a.texts.strings);
  expect([...b.paths.layer]).toEqual([...a.paths.layer]);
  expect(() => unpackDrawing(new Uint8Array(20))).toThrow(/not a packed drawing/);
});
