import { readFileSync } from "node:fs";
import { join } from "node:path";
import { beforeAll, describe, expect, it } from "vitest";
import type { Drawing } from "../../src/drawing";
import { inspect } from "../../src/inspect";
import { must } from "../../src/base/result";
import { formatScale, parseScale, Scale } from "../../src/quantity";
import {
  composeSheet,
  drawingArea,
  emptyFields,
  extentOf,
  ZONE_LETTERS,
  zoneDivisions,
  type ComposedSheet,
} from "../../src/sheet";
import { scaleBar } from "../../src/plot";
import { preset, type FrameEntry } from "../../src/standard";
import { lettering, on, onePage } from "../support/raw-pdf";
import { traced } from "../support/trace";
import { checkedByQpdf, drawingOf, run, temporary } from "../support/tools";
import { butEmptyFields } from "../support/but-empty-fields";

const STANDARD = preset("tarnwick")!;
const FONT = {
  bytes: new Uint8Array(readFileSync(join(import.meta.dirname, "../../assets/fonts/Barlow-Regular.ttf"))),
  capHeight: 0.7,
};
const frame = (id: string): FrameEntry => STANDARD.frames.find((each) => each.id === id)!;
const PARTICULARS = {
  owner: "Tarnwick Plan Room",
  project: "Saltmarsh Ferry Landing",
  title: "Ground floor plan",
  number: "A-101",
  scale: "1:100",
  revision: "A",
};

/** A plan of 100 × 60 mm on paper at 1:50: a wall, a dashed edge and a name. */
const PLAN = onePage({
  layers: ["A-WALL", "A-FLOR-OVHD", "A-ANNO-TEXT"],
  content:
    on(0, "0.5 w 50 50 100 60 re S") +
    on(1, "0.25 w [3 0.75] 0 d 60 60 m 140 60 l S") +
    on(2, lettering("HALL", 80, 80, 3.5)),
});

async function composed(placedAt: string, id = "A1"): Promise<{ sheet: ComposedSheet; drawing: Drawing }> {
  const sheet = must(
    await composeSheet({
      standard: STANDARD,
      frame: frame(id),
      particulars: PARTICULARS,
      units: /"/.test(placedAt) ? "feet-inches" : "metric",
      font: FONT,
      placements: [
        { bytes: PLAN, drawnAt: Scale.of(50), placedAt: must(parseScale(placedAt)), title: "Ground floor plan" },
      ],
    }),
  );
  checkedByQpdf(sheet.bytes);
  return { sheet, drawing: await drawingOf(sheet.bytes) };
}

const on_ = (drawing: Drawing, name: string) => {
  const { paths } = drawing.pages[0]!;
  const id = drawing.layers.findIndex((layer) => layer.name === name);
  return [...paths.layer].flatMap((layer, row) =>
    layer === id
      ? [{ row, width: Number(paths.widthMm[row]!.toFixed(3)), dash: drawing.dashes[paths.dash[row]!]! }]
      : [],
  );
};

describe("a plan drawn at 1:50 and placed at 1:100", () => {
  let drawing: Drawing;
  let sheet: ComposedSheet;
  beforeAll(async () => {
    ({ drawing, sheet } = await composed("1:100"));
  });
  it("has half the size", () => {
    const { boxMm, fits } = sheet.placed[0]!;
    expect([boxMm.width, boxMm.height].map((each) => Number(each.toFixed(3)))).toEqual([50, 30]);
    expect(fits).toBe(true);
    const wall = on_(drawing, "A-WALL")[0]!;
    const { points, firstPoint } = drawing.pages[0]!.paths;
    expect(points[firstPoint[wall.row]! * 2 + 2]! - points[firstPoint[wall.row]! * 2]!).toBeCloseTo(50, 4);
  });
  it("but the same pens, dashes and lettering heights on paper", () => {
    expect(on_(drawing, "A-WALL").map((each) => each.width)).toEqual([0.5]);
    expect(
      on_(drawing, "A-FLOR-OVHD").map((each) => [each.width, ...each.dash.map((d) => Number(d.toFixed(3)))]),
    ).toEqual([[0.25, 3, 0.75]]);
    const { texts } = drawing.pages[0]!;
    const hall = texts.strings.indexOf("HALL");
    expect(texts.heightMm[hall]).toBeCloseTo(3.5, 3);
  });
  it("keeps its layers, by mutool too", () => {
    const names = drawing.layers.map((layer) => layer.name);
    expect(names).toEqual(
      expect.arrayContaining(["A-WALL", "A-FLOR-OVHD", "A-ANNO-TEXT", "A-ANNO-TTLB", "A-ANNO-TTLT"]),
    );
    expect(new Set(names).size).toBe(names.length);
    const [page] = traced(temporary(sheet.bytes), () => true);
    expect(new Set(page!.paths.map((path) => path.layer))).toEqual(
      new Set(["A-WALL", "A-FLOR-OVHD", "A-ANNO-TTLB", "A-ANNO-TTLB-LINE", "A-ANNO-TTLT"]),
    );
  });
  it("states its scale so that any viewer measures true", () => {
    const [viewport] = drawing.pages[0]!.viewports;
    expect(viewport!.buildingPerPaper).toBeCloseTo(100, 9);
    expect(viewport!.ratio).toBe("1:100");
    // 50 mm of paper at 1:100 are 5 m: the factor of the number format, checked by hand.
    const text = run("qpdf", "--qdf", "--object-streams=disable", temporary(sheet.bytes), "-");
    const factor = Number(/\/C (0?\.\d+)/.exec(text)![1]);
    expect((50 / (25.4 / 72)) * factor).toBeCloseTo(5, 4);
  });
  it("has bookmarks to the sheet and the drawing", () => {
    const outline = run("mutool", "show", temporary(sheet.bytes), "outline");
    expect(outline).toContain("A-101 – Ground floor plan");
    expect(outline).toContain("Ground floor plan 1:100");
  });
  it("has a filled title block, its title, its scale and a scale bar, by pdftotext too", () => {
    const words = run("pdftotext", "-layout", temporary(sheet.bytes), "-");
    for (const each of ["Saltmarsh Ferry Landing", "Ground floor plan", "A-101", "Scale 1:100"])
      expect(words).toContain(each);
    expect(words).toMatch(/\b5 ?m\b/);
  });
  it("is found faultless but for the font of the plan itself", () => {
    expect(butEmptyFields(inspect(drawing, STANDARD).findings).map((finding) => [finding.rule, finding.layer])).toEqual(
      [["file/font-not-embedded", undefined]],
    );
  });
});

describe("frames", () => {
  it.each(["A1", "A3", "24x36"])("%s has its size on paper", async (id) => {
    const { drawing } = await composed(id === "24x36" ? `1/8" = 1'-0"` : "1:100", id);
    expect(drawing.pages[0]!.widthMm).toBeCloseTo(frame(id).widthMm, 2);
    expect(
      butEmptyFields(inspect(drawing, STANDARD).findings).filter(
        (finding) => finding.rule.startsWith("sheet/") || finding.rule.startsWith("line/"),
      ),
    ).toEqual([]);
  });
  it("ISO frames have borders of 20 mm at the binding edge and 10 mm elsewhere (ISO 5457, from memory)", () => {
    expect(drawingArea(frame("A1"))).toEqual({ x: 20, y: 10, width: 811, height: 574 });
    expect(drawingArea(frame("A3"))).toEqual({ x: 20, y: 10, width: 390, height: 277 });
  });
  it("zone fields are 50 mm from the centring marks outwards, without the letters I and O (ISO 5457, from memory)", () => {
    const stops = zoneDivisions(841, 50);
    expect(stops[Math.floor(stops.length / 2)]).toBe(420.5);
    expect(stops.slice(1, -2).every((stop, i) => Math.abs(stops[i + 2]! - stop - 50) < 1e-9)).toBe(true);
    expect(zoneDivisions(420, 50).length - 1).toBe(8);
    expect(ZONE_LETTERS).not.toMatch(/[IO]/);
  });
  it("show which fields are empty", () => {
    expect(emptyFields(frame("A3"), PARTICULARS).map((cell) => cell.field)).toEqual([
      "client",
      "supplement",
      "address",
      "drawnBy",
      "approvedBy",
      "date",
      "status",
      "sheetOf",
    ]);
    expect(emptyFields(frame("A3"), { ...PARTICULARS, client: "   " }).map((cell) => cell.field)).toContain("client");
  });
  it("take texts of any length and script, cut rather than drawn over the next cell", async () => {
    const particulars = { ...PARTICULARS, title: "x".repeat(4000), client: "Стены <b>壁</b> \u0007\n next" };
    const sheet = must(
      await composeSheet({
        standard: STANDARD,
        frame: frame("A3"),
        particulars,
        units: "metric",
        font: FONT,
        placements: [],
      }),
    );
    const drawing = await drawingOf(sheet.bytes);
    const { texts } = drawing.pages[0]!;
    const long = texts.strings.findIndex((each) => each.startsWith("xxx"));
    expect(texts.strings[long]).toMatch(/…$/);
    expect(texts.advanceMm[long]!).toBeLessThan(110);
  });
});

describe("placing", () => {
  it("says when a drawing does not fit", async () => {
    const { sheet } = await composed("1:10", "A3");
    expect(sheet.placed[0]!.fits).toBe(false);
  });
  it("refuses a drawing with nothing on it", async () => {
    const sheet = await composeSheet({
      standard: STANDARD,
      frame: frame("A3"),
      particulars: {},
      units: "metric",
      font: FONT,
      placements: [
        { bytes: onePage({ content: "" }), drawnAt: Scale.of(50), placedAt: Scale.of(50), title: "Nothing" },
      ],
    });
    expect(sheet.ok ? "" : sheet.problem.code).toBe("nothing-to-place");
  });
  it("measures the extent of what shows", async () => {
    const drawing = await drawingOf(PLAN);
    expect(Object.values<number>({ ...extentOf(drawing.pages[0]!)! }).map((each) => Number(each.toFixed(3)))).toEqual([
      50, 50, 100, 60,
    ]);
  });
});

describe("scale bars measure true", () => {
  it.each(["1:5", "1:20", "1:50", "1:100", "1:200", "1:500", "1:1000"])("at %s, in metres", (written) => {
    const scale = must(parseScale(written));
    const { blocks, figures, lengthMm } = scaleBar(scale, "metric");
    const metres = Number(figures.at(-1)!.text.replace(" m", ""));
    expect((lengthMm * scale.toNumber()) / 1000).toBeCloseTo(metres, 9);
    expect(blocks.at(-1)!.toMm).toBe(lengthMm);
    expect(blocks[0]!.toMm).toBeGreaterThanOrEqual(6);
  });
  it.each([`1/4" = 1'-0"`, `1/2" = 1'-0"`])(
    "at %s, in blocks of 1', 1', 2' and 4' with figures at the ends (common practice, no source)",
    (written) => {
      const scale = must(parseScale(written));
      const { blocks, figures } = scaleBar(scale, "feet-inches");
      const feet = blocks.map(({ fromMm, toMm }) => Number((((toMm - fromMm) * scale.toNumber()) / 304.8).toFixed(9)));
      expect(feet).toEqual([1, 1, 2, 4]);
      expect(figures.map((figure) => figure.text)).toEqual(["0'", "1'", "2'", "4'", "8'"]);
      expect(formatScale(scale, "feet-inches")).toBe(written);
    },
  );
});
