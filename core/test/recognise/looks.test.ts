import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PAINT } from "../../src/drawing";
import { isLineType } from "../../src/recognise/line-types";
import { alignments } from "../../src/recognise/alignment";
import { strokeLooks, textLooks } from "../../src/recognise/looks";
import { marksPerLayer } from "../../src/recognise/marks-on-layers";
import { preset, type LineTypeEntry } from "../../src/standard";
import { lettering, on, onePage } from "../support/raw-pdf";
import { drawingOf, fixture } from "../support/tools";

const { lineTypes } = preset("iso-13567")!;
const drawn = (type: LineTypeEntry, width: number): number[] => type.pattern.map((each) => each * width);

describe("line types are known by their dashes in multiples of the width (ISO 128-2, from memory)", () => {
  const widths = fc.constantFrom(0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2);
  const types = fc.constantFrom(...lineTypes);
  it("each is itself at every width, and no other (a law)", () =>
    fc.assert(
      fc.property(types, types, widths, (a, b, width) => {
        expect(isLineType(drawn(a, width), b, width, false, 0.15)).toBe(a.id === b.id);
      }),
    ));
  it("wherever the pattern begins, and however often it is repeated", () =>
    fc.assert(
      fc.property(types, widths, fc.nat(6), fc.integer({ min: 1, max: 3 }), (type, width, shift, times) => {
        const once = drawn(type, width);
        const turned = [
          ...once.slice((shift * 2) % (once.length || 1)),
          ...once.slice(0, (shift * 2) % (once.length || 1)),
        ];
        expect(isLineType(Array.from({ length: times }, () => turned).flat(), type, width, false, 0.15)).toBe(true);
      }),
    ));
  it("with round ends, dashes are a width longer and gaps a width shorter on paper", () => {
    const dashed = lineTypes.find((type) => type.isoNumber === "02")!;
    const written = [11 * 0.5, 4 * 0.5];
    expect(isLineType(written, dashed, 0.5, true, 0.05)).toBe(true);
    expect(isLineType(written, dashed, 0.5, false, 0.05)).toBe(false);
  });
  it("at another width is another pattern", () => {
    const dashed = lineTypes.find((type) => type.isoNumber === "02")!;
    expect(isLineType(drawn(dashed, 0.5), dashed, 0.25, false, 0.15)).toBe(false);
  });
  it("a line without dashes is the continuous one only", () => {
    for (const type of lineTypes) expect(isLineType([], type, 0.5, false, 0.15)).toBe(type.pattern.length === 0);
  });
});

describe("looks", () => {
  it("bring strokes of one layer, width and dash together, and leave none out", async () => {
    const line = (width: number, dash: string, y: number): string => `${width} w ${dash} 0 d 5 ${y} m 90 ${y} l S\n`;
    const drawing = await drawingOf(
      onePage({
        layers: ["A", "B"],
        content:
          on(0, line(0.5, "[]", 5) + line(0.5, "[]", 6) + line(0.25, "[]", 7) + line(0.25, "[3 1]", 8)) +
          on(1, line(0.5, "[]", 9)) +
          line(0.5, "[]", 10),
      }),
    );
    const looks = strokeLooks(drawing.pages[0]!).map(
      (look) => `${look.layer} ${look.widthMm} ${drawing.dashes[look.dash]!.length} ×${look.rows.length}`,
    );
    expect(looks.sort()).toEqual(["-1 0.5 0 ×1", "0 0.25 0 ×1", "0 0.25 2 ×1", "0 0.5 0 ×2", "1 0.5 0 ×1"]);
  });
  it.each(["cairo.pdf", "reportlab.pdf", "pdfkit.pdf", "tcpdf.pdf"])(
    "of %s hold every visible stroke and string once (a law)",
    async (name) => {
      const page = (await drawingOf(fixture(name))).pages[0]!;
      const strokes = [...page.paths.paint].filter((paint) => paint & PAINT.stroke && !(paint & PAINT.hidden)).length;
      const rows = strokeLooks(page).flatMap((look) => [...look.rows]);
      expect(rows.length).toBe(strokes);
      expect(new Set(rows).size).toBe(strokes);
      const strings = [...page.texts.strings].filter(
        (text, row) => text.trim() !== "" && !(page.texts.paint[row]! & PAINT.hidden),
      ).length;
      expect(textLooks(page).reduce((sum, look) => sum + look.rows.length, 0)).toBe(strings);
    },
  );
  it("of fills there are none; hidden ones neither", async () => {
    const drawing = await drawingOf(
      onePage({ layers: ["A"], off: [0], content: `5 5 m 9 5 l 9 9 l f ${on(0, "5 5 m 9 9 l S")}` }),
    );
    expect(strokeLooks(drawing.pages[0]!)).toEqual([]);
    expect([...marksPerLayer(drawing.pages[0]!, 1)]).toEqual([1, 1]);
  });
});

describe("how lettering is set", () => {
  const set = async (content: string): Promise<number[]> => [
    ...alignments((await drawingOf(onePage({ content }))).pages[0]!.texts),
  ];
  it("strings that begin at one place are set from there; such as end at one, towards it; others about their middle", async () => {
    expect(await set(lettering("Door", 10, 50, 3) + lettering("Windows", 10, 40, 3))).toEqual([0, 0]);
    expect(await set(lettering("Alone", 10, 50, 3))).toEqual([0.5]);
    const width = async (text: string): Promise<number> =>
      (await drawingOf(onePage({ content: lettering(text, 10, 50, 3) }))).pages[0]!.texts.advanceMm[0]!;
    const [a, b] = [await width("Door"), await width("Windows")];
    expect(await set(lettering("Door", 80 - a, 50, 3) + lettering("Windows", 80 - b, 40, 3))).toEqual([1, 1]);
    expect(await set(lettering("Door", 80 - a / 2, 50, 3) + lettering("Windows", 80 - b / 2, 40, 3))).toEqual([
      0.5, 0.5,
    ]);
  });
});
