import { readFileSync } from "node:fs";
import { join } from "node:path";
import { SaxesParser } from "saxes";
import { describe, expect, it } from "vitest";
import { PAINT, type Board, type Point } from "../../src/drawing";
import {
  asKind,
  drawRows,
  hatchLines,
  layRows,
  rowsDrawn,
  scaleBar,
  startOf,
  wrapped,
  type Segment,
} from "../../src/plot";
import { readFontFile } from "../../src/formats/font-file";
import { SvgBoard } from "../../src/formats/svg";
import { must } from "../../src/base/result";
import { parseScale } from "../../src/quantity";
import { hasSpecimen, specimen } from "../../src/specimen";
import { entriesOf, LIST_NAMES, preset, type DimensionStyleEntry, type HatchEntry } from "../../src/standard";
import { barlow, shippedFonts } from "../support/fonts";
import { on, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

const tarnwick = preset("tarnwick")!;
const hatch = (id: string): HatchEntry => tarnwick.hatches.find((each) => each.id === id)!;
const square = (size: number, x = 0, y = 0): Point[] => [
  [x, y],
  [x + size, y],
  [x + size, y + size],
  [x, y + size],
];
const length = ([x1, y1, x2, y2]: Segment): number => Math.hypot(x2 - x1, y2 - y1);

describe("hatch lines", () => {
  it("stand at their spacing and angle, and fill an area in proportion to it", () => {
    const lines = hatchLines(hatch("cut-masonry"), square(60), [0, 0], 1);
    for (const [x1, y1, x2, y2] of lines) expect(Math.atan2(y2 - y1, x2 - x1)).toBeCloseTo(Math.PI / 4, 9);
    // Length of line per area is 1/spacing (arithmetic).
    const total = lines.reduce((sum, line) => sum + length(line), 0);
    expect(total / 3600).toBeCloseTo(1 / 1.2, 1);
  });
  it("stop at the outline, also at a re-entrant corner", () => {
    const corner: Point[] = [
      [0, 0],
      [0, 30],
      [30, 30],
      [30, 20],
      [10, 20],
      [10, 0],
    ];
    for (const [x1, y1, x2, y2] of hatchLines(hatch("cut-masonry"), corner, [0, 0], 1)) {
      const [mx, my] = [(x1 + x2) / 2, (y1 + y2) / 2];
      expect(mx <= 10 + 1e-6 || my >= 20 - 1e-6).toBe(true);
    }
  });
  it("of block coursing begin with a whole unit of 8 × 16 in. at the lower left, and the next course is half a unit on (common practice, no source)", () => {
    const outline = square(2032, 1000, 500);
    const lines = hatchLines(hatch("block-coursing"), outline, startOf(hatch("block-coursing"), outline), 1);
    const upright = lines.filter(([x1, , x2]) => Math.abs(x1 - x2) < 1e-6);
    const joints = (course: number): number[] =>
      upright
        .filter(
          ([, y1, , y2]) =>
            Math.min(y1, y2) < 500 + (course + 0.5) * 203.2 && Math.max(y1, y2) > 500 + (course + 0.5) * 203.2,
        )
        .map(([x]) => Number((x - 1000).toFixed(3)))
        .filter((x) => x > 0.01 && x < 2031.9)
        .sort((a, b) => a - b);
    expect(joints(0)).toEqual([406.4, 812.8, 1219.2, 1625.6]);
    expect(joints(1)).toEqual([203.2, 609.6, 1016, 1422.4, 1828.8]);
  });
  it("in the building shrink with the scale; those on paper don't", () => {
    const at = (each: HatchEntry, factor: number) => hatchLines(each, square(50), [0, 0], factor).length;
    expect(at(hatch("floor-tile"), 1 / 50)).toBeGreaterThan(at(hatch("floor-tile"), 1 / 20));
  });
  it("of no spacing are none rather than without end", () =>
    expect(
      hatchLines(
        { ...hatch("cut-masonry"), families: [{ angleDeg: 0, spacingMm: 0, offsetMm: 0, shiftMm: 0, dashMm: [] }] },
        square(10),
        [0, 0],
        1,
      ),
    ).toEqual([]));
});

describe("dimension rows", () => {
  const style = (more: Partial<DimensionStyleEntry> = {}): DimensionStyleEntry => ({
    ...tarnwick.dimensionStyles[0]!,
    ...more,
  });
  const feet = tarnwick.unitStyles.find((each) => each.id === "feet-plan")!;
  const metric = tarnwick.unitStyles[0]!;
  const STOPS = { overall: [0, 6000], grid: [150, 5850], masses: [0, 6000], openings: [0, 900, 6000] };

  it("lie 9/16 in. and then 3/8 in. apart at 1:48, which is 27 in. and 18 in. in the building (common practice, no source)", () => {
    const rows = layRows(tarnwick.dimensionStyles[1]!, feet, { overall: [0, 1000], openings: [0, 400, 1000] }, 48);
    expect(rows.map((row) => row.outMm)).toEqual([14.2875 + 9.525, 14.2875]);
    expect(rows[1]!.outMm * 48).toBeCloseTo(27 * 25.4, 9);
    expect((rows[0]!.outMm - rows[1]!.outMm) * 48).toBeCloseTo(18 * 25.4, 9);
  });
  it("go from outside in, and one that repeats another is drawn or left out as the office says", () => {
    expect(rowsDrawn(style(), STOPS)).toEqual(["overall", "grid", "openings"]);
    expect(rowsDrawn(style({ repeats: "drawn" }), STOPS)).toEqual(["overall", "grid", "masses", "openings"]);
    expect(rowsDrawn(style({ rows: ["openings", "overall"] }), STOPS)).toEqual(["openings", "overall"]);
  });
  it("have extension lines of a fixed length, or from the gap at the object", () => {
    const [outer] = layRows(style({ extension: "fixed", extensionMm: 5 }), metric, STOPS, 50);
    expect(outer!.extensions[0]).toEqual({ along: 0, from: outer!.outMm - 5, to: outer!.outMm + 2 });
    const [full] = layRows(style({ extension: "full" }), metric, STOPS, 50);
    expect(full!.extensions[0]!.from).toBe(3.2);
  });
  it("are written in the style's units: the values of a row add up to the one outside it", () => {
    const rows = layRows(style(), metric, STOPS, 50);
    const sums = rows.map((row) => row.values.reduce((sum, value) => sum + Number(value.text), 0));
    expect(sums).toEqual([6000, 5700, 6000]);
    expect(layRows(style(), feet, { overall: [0, 3810] }, 48)[0]!.values[0]!.text).toBe(`12'-6"`);
  });
  it("draw a tick for each stop and an arrow for each end of a value", () => {
    const drawn = (terminator: DimensionStyleEntry["terminator"]): { lines: number; fills: number } => {
      const counts = { lines: 0, fills: 0 };
      const board = new Proxy({} as Board, {
        get:
          (_, name) =>
          (...args: unknown[]) => {
            if (name === "textWidth") return 5;
            if (name === "line") counts.lines++;
            if (name === "fill") counts.fills++;
            void args;
            return undefined;
          },
      });
      drawRows(board, style({ terminator }), 2.5, layRows(style({ rows: ["openings"] }), metric, STOPS, 50), {
        from: [0, 0],
        alongDeg: 0,
        out: 1,
      });
      return counts;
    };
    // Three extension lines, two dimension lines, three ticks; two values have four arrows.
    expect(drawn("oblique-tick")).toEqual({ lines: 8, fills: 0 });
    expect(drawn("filled-arrow")).toEqual({ lines: 5, fills: 4 });
  });
});

describe("scale bars", () => {
  it.each([
    [`1/4" = 1'-0"`, ["0'", "1'", "2'", "4'", "8'"]],
    [`1" = 1'-0"`, ["0'", `6"`, "1'", "2'", "4'"]],
    [`1 1/2" = 1'-0"`, ["0'", `6"`, "1'", "2'", "4'"]],
    [`1" = 20'`, ["0'", "5'", "10'", "20'", "40'"]],
  ])("at %s have blocks of 1, 1, 2 and 4 steps that measure true and fit a sheet", (written, figures) => {
    const scale = must(parseScale(written));
    const bar = scaleBar(scale, "feet-inches");
    expect(bar.figures.map((figure) => figure.text)).toEqual(figures);
    expect(bar.lengthMm).toBeLessThanOrEqual(160);
    const feetOf = (text: string): number => (text.endsWith('"') ? parseFloat(text) / 12 : parseFloat(text));
    for (const { atMm, text } of bar.figures) expect((atMm * scale.toNumber()) / 304.8).toBeCloseTo(feetOf(text), 9);
  });
});

describe("a drawing as a kind shows it", () => {
  it("hides what the kind leaves out, lightens what is faint, and plots in the kind's pens", async () => {
    const drawing = await drawingOf(
      onePage({
        layers: ["A-WALL", "A-DOOR", "A-FURN", "X"],
        content: [0, 1, 2, 3].map((i) => on(i, "0.5 w 1 1 m 9 9 l S")).join(""),
      }),
    );
    const { paths } = asKind(drawing, tarnwick, "ceiling-plan").pages[0]!;
    expect([...paths.paint].map((paint) => Boolean(paint & PAINT.hidden))).toEqual([false, false, true, false]);
    expect([...paths.widthMm].map((width) => Number(width.toFixed(2)))).toEqual([0.25, 0.18, 0.18, 0.5]);
    expect([...paths.strokeColour].map((colour) => colour > 0)).toEqual([true, true, false, false]);
    expect([...drawing.pages[0]!.paths.strokeColour]).toEqual([0, 0, 0, 0]);
  });
});

describe("SVG", () => {
  it("is well formed, at true size, with a group for each layer and every text escaped", () => {
    const board = new SvgBoard(100, 50, barlow());
    const nasty = `A&B <"'>\u0000`;
    board.layer(nasty).pen(0.5, [6, 1.5]).line(10, 10, 90, 10).text(nasty, 10, 20, { heightMm: 2.5 });
    const seen: { name: string; attributes: Record<string, string> }[] = [];
    const parser = new SaxesParser();
    parser.on("opentag", ({ name, attributes }) =>
      seen.push({ name, attributes: attributes as Record<string, string> }),
    );
    parser.on("error", (error) => {
      throw error;
    });
    parser.write(board.file("<title>")).close();
    expect(seen[0]!.attributes).toMatchObject({ width: "100mm", height: "50mm", viewBox: "0 0 100 50" });
    expect(seen.find((each) => each.name === "g")!.attributes["data-layer"]).toBe(`A&B <"'>`);
    expect(seen.find((each) => each.name === "path")!.attributes).toMatchObject({
      "stroke-width": "0.5",
      "stroke-dasharray": "6 1.5",
      d: "M10 40L90 40",
    });
    // Capitals of Barlow are 0.7 of its size (its OS/2 table).
    expect(Number(seen.find((each) => each.name === "text")!.attributes["font-size"])).toBeCloseTo(2.5 / 0.7, 3);
  });
});

describe("specimens", () => {
  it.each(LIST_NAMES.filter(hasSpecimen))("of %s are drawn inside their own size", (list) => {
    for (const entry of entriesOf(tarnwick, list)) {
      const drawn = specimen(tarnwick, list, entry)!;
      const board = new SvgBoard(drawn.widthMm, drawn.heightMm, barlow());
      drawn.draw(board);
      const xs = [...board.content().matchAll(/(?:M| x=")(-?[\d.]+)(?: |" y=")(-?[\d.]+)/g)].map((match) => [
        Number(match[1]),
        Number(match[2]),
      ]);
      expect(xs.length).toBeGreaterThan(0);
      for (const [x, y] of xs) {
        expect(x).toBeGreaterThanOrEqual(-0.01);
        expect(x).toBeLessThanOrEqual(drawn.widthMm + 0.01);
        expect(y).toBeGreaterThanOrEqual(-0.01);
        expect(y).toBeLessThanOrEqual(drawn.heightMm + 0.01);
      }
    }
  });
});

describe("words in lines", () => {
  const board = { textWidth: (text: string, heightMm: number) => text.length * heightMm };
  it("keep every word and no line is too wide", () => {
    const text = "one two three four five six seven";
    const lines = wrapped(board, text, 1, 9);
    expect(lines.join(" ")).toBe(text);
    expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(9);
  });
  it("cut a word that has no room", () => expect(wrapped(board, "abcdefghij", 1, 4)).toEqual(["abcd", "efgh", "ij"]));
});

describe("font files", () => {
  it("that come with Hemstitch open, with the height of their capitals measured", () =>
    expect(shippedFonts().map((font) => [font.family, Number(font.capHeight.toFixed(2))])).toEqual([
      ["Barlow", 0.7],
      ["Archivo", expect.closeTo(0.69, 1)],
      ["Spline Sans Mono", expect.closeTo(0.73, 1)],
    ]));
  it.each([
    ["a text", new TextEncoder().encode("no font at all")],
    ["nothing", new Uint8Array(0)],
    [
      "the beginning of a font",
      new Uint8Array(readFileSync(join(import.meta.dirname, "../../assets/fonts/Barlow-Regular.ttf"))).slice(0, 400),
    ],
    ["a signature and rubbish", new Uint8Array([0, 1, 0, 0, ...new Array<number>(200).fill(255)])],
  ])("%s is refused in words", (_what, bytes) =>
    expect(readFontFile(bytes)).toMatchObject({ ok: false, problem: { code: "not-a-font" } }),
  );
});
