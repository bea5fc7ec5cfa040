import { describe, expect, it } from "vitest";
import { must, parseScale } from "../../src/quantity";
import { specimen, type SpecimenOptions } from "../../src/specimen";
import { hatchFactor, parseSlope, preset, type Entry, type ListName } from "../../src/standard";
import { directionOf, lengthOf, measured, offsetsOf, piecesOf, strokesOf } from "../support/measured";
import { drawingOf, run, temporary } from "../support/tools";
import { asPdf, asSvg } from "../../src/formats/export";
import { barlow, shippedFonts } from "../support/fonts";
import type { Board } from "../../src/drawing";
import { SvgBoard } from "../../src/formats/svg";

const standard = preset("tarnwick")!;
const draw = (list: ListName, entry: object, options: SpecimenOptions = {}) =>
  specimen(standard, list, entry as Entry, options)!;
const metricScales = standard.scales.filter((each) => each.system === "metric").map((each) => each.scale);
const ratioOf = (scale: string): number => must(parseScale(scale)).buildingPerPaper.valueOf();

/** All lengths are measured by mutool on the specimen's own page; what they should be is said by the entry. */
describe("pens and line types come out as they are said to plot", () => {
  it.each(standard.pens.map((pen) => [pen.id, pen] as const))("pen %s mm wide, to a thousandth", async (_id, pen) => {
    const page = await measured(draw("pens", pen));
    const longest = piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - pen.widthMm) < 0.0005)).map(lengthOf);
    expect(Math.max(...longest)).toBeCloseTo(84 - 8, 2);
  });
  it.each(standard.lineTypes.map((type) => [type.isoNumber ?? type.id, type] as const))(
    "line type %s in multiples of every pen's width (ISO 128-2, from memory)",
    async (_number, type) => {
      const page = await measured(draw("lineTypes", type));
      for (const pen of standard.pens) {
        const [row] = strokesOf(page, (path) => Math.abs(path.widthMm - pen.widthMm) < 0.0005);
        expect(row, pen.id).toBeDefined();
        expect(row!.dashMm).toHaveLength(type.pattern.length);
        row!.dashMm.forEach((each, i) => expect(each / pen.widthMm).toBeCloseTo(type.pattern[i]!, 2));
      }
    },
  );
  it.each(["A-WALL", "A-FLOR-OVHD", "A-GRID", "A-AREA"])(
    "layer %s in its pen and line type, on itself",
    async (name) => {
      const layer = standard.layers.find((each) => each.name === name)!;
      const pen = standard.pens.find((each) => each.id === layer.pen)!;
      const type = standard.lineTypes.find((each) => each.id === layer.lineType)!;
      const mine = strokesOf(await measured(draw("layers", layer)), (path) => path.layer === name);
      const [line] = mine.filter((path) => Math.abs(lengthOf(piecesOf([path])[0]!) - 76) < 0.01);
      expect(line!.widthMm).toBeCloseTo(pen.widthMm, 3);
      expect(line!.dashMm.map((each) => Number((each / pen.widthMm).toFixed(2)))).toEqual([...type.pattern]);
    },
  );
  it("a pen schedule shows each layer in the general pen and in the schedule's", async () => {
    const schedule = standard.penSchedules[0]!;
    const page = await measured(draw("penSchedules", schedule));
    const widths = strokesOf(page).map((path) => Number(path.widthMm.toFixed(3)));
    expect(widths).toEqual(
      schedule.changes.flatMap(({ layer, pen }) => [
        Number(standard.layers.find((each) => each.name === layer)!.pen),
        Number(pen),
      ]),
    );
  });
  it("one that names a layer which is gone leaves that row out rather than fail", async () => {
    const schedule = { ...standard.penSchedules[0]!, changes: [{ layer: "A-GONE", pen: "0.5" }] };
    expect(strokesOf(await measured(draw("penSchedules", schedule)))).toEqual([]);
  });
});

describe("hatches", () => {
  const cases = standard.hatches.flatMap((hatch) =>
    (hatch.basis === "building" ? metricScales.slice(2, 5) : metricScales.slice(3, 4)).map(
      (scale) => [hatch.id, scale, hatch] as const,
    ),
  );
  it.each(cases)("%s at %s: the lines of each family stand at its angle and spacing", async (_id, scale, hatch) => {
    const page = await measured(draw("hatches", hatch, { scale: ratioOf(scale) }));
    const pen = standard.pens.find((each) => each.id === hatch.pen)!;
    const pieces = piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - pen.widthMm) < 0.0005)).filter(
      // The outlines' pen may be the hatch's; they are on the same page.
      (piece) => lengthOf(piece) > 1e-3,
    );
    for (const angle of new Set(hatch.families.map((family) => family.angleDeg))) {
      const alike = hatch.families.filter((family) => family.angleDeg === angle);
      const offsets = offsetsOf(pieces, angle);
      expect(offsets.length, `${angle}°`).toBeGreaterThan(1);
      const spacing = alike[0]!.spacingMm * hatchFactor(hatch, ratioOf(scale));
      // Families of one angle share their spacing in the demo's standard; their offsets part it further.
      const steps = alike.map((family) => (family.offsetMm * hatchFactor(hatch, ratioOf(scale))) % spacing);
      // Two outlines, each with its own start where the hatch says so.
      const starts = hatch.start === "anywhere" ? [0] : undefined;
      if (!starts) {
        const gaps = offsets.slice(1).map((each, i) => each - offsets[i]!);
        expect(gaps.some((gap) => Math.abs(gap - spacing) < 2e-3 || Math.abs(gap % spacing) < 2e-3)).toBe(true);
      } else
        for (const offset of offsets) {
          const rest = ((offset % spacing) + spacing) % spacing;
          const near = Math.min(
            ...steps.map((step) => Math.min(Math.abs(rest - step), spacing - Math.abs(rest - step))),
          );
          expect(near, `${angle}° at ${offset}`).toBeLessThan(2e-3);
        }
    }
  });
  it("of units in the building halve on paper where the scale's figure doubles; those on paper do not", async () => {
    const spacingAt = async (basis: "paper" | "building", scale: number): Promise<number> => {
      const hatch = standard.hatches.find((each) => each.basis === basis)!;
      const page = await measured(draw("hatches", hatch, { scale }));
      const pen = standard.pens.find((each) => each.id === hatch.pen)!;
      const family = hatch.families[0]!;
      const offsets = offsetsOf(
        piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - pen.widthMm) < 0.0005)),
        family.angleDeg,
      );
      const gaps = offsets.slice(1).map((each, i) => each - offsets[i]!);
      return gaps.sort((a, b) => a - b)[Math.floor(gaps.length / 2)]!;
    };
    expect((await spacingAt("building", 20)) / (await spacingAt("building", 40))).toBeCloseTo(2, 1);
    expect(await spacingAt("paper", 20)).toBeCloseTo(await spacingAt("paper", 40), 3);
  });
});

describe("lettering", () => {
  it.each(standard.textStyles.map((style) => [style.heightMm, style] as const))(
    "capitals of %s mm lie between their guide lines and measure so in the file",
    async (heightMm, style) => {
      const each = draw("textStyles", style, { sample: "HALL" });
      const page = await measured(each);
      const guides = offsetsOf(piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - 0.1) < 1e-3)), 0);
      expect(guides[1]! - guides[0]!).toBeCloseTo(heightMm, 3);
      const { texts } = (await drawingOf(await asPdf(each, "x", barlow()))).pages[0]!;
      expect(texts.heightMm[0]).toBeCloseTo(heightMm, 2);
      expect(texts.anchors[1]).toBeCloseTo(guides[0]!, 2);
    },
  );
  it("what the style sets in capitals is shown so, in a frame no larger than the text and its margins", async () => {
    const style = {
      ...standard.textStyles[1]!,
      letterCase: "capitals" as const,
      frame: "box" as const,
      blankGround: true,
    };
    const each = draw("textStyles", style, { sample: "Boat store" });
    const file = temporary(await asPdf(each, "x", barlow()));
    expect(run("pdftotext", file, "-")).toContain("BOAT STORE");
    const page = await measured(each);
    const box = strokesOf(page).find((path) => path.subpaths.some((points) => points.length >= 4))!;
    const xs = box.subpaths.flat().map(([x]) => x);
    const ys = box.subpaths.flat().map(([, y]) => y);
    const { texts } = (await drawingOf(await asPdf(each, "x", barlow()))).pages[0]!;
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(texts.advanceMm[1]! + style.heightMm, 1);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(style.heightMm * 2, 2);
  });
  const mono = standard.fonts.find((font) => font.family === "Spline Sans Mono")!;
  const inMono = { ...standard.textStyles[1]!, fonts: [mono.family] };
  const fontsIn = (bytes: Uint8Array): string => run("pdffonts", temporary(bytes));
  it.each(shippedFonts().map((font) => [font.family, font] as const))(
    "a style in %s is set in it, with its capitals at the style's height",
    async (family, font) => {
      const each = draw("textStyles", { ...inMono, fonts: [family] }, { sample: "HALL" });
      const pdf = await asPdf(each, "x", barlow(), shippedFonts().slice(1));
      expect(fontsIn(pdf)).toContain(family.replaceAll(" ", ""));
      const { texts } = (await drawingOf(pdf)).pages[0]!;
      expect(texts.heightMm[0]).toBeCloseTo(inMono.heightMm, 2);
      expect(texts.advanceMm[0]).toBeCloseTo((font.widthOf("HALL") * inMono.heightMm) / font.capHeight, 1);
    },
  );
  it("a family that is not at hand gives way to the next that is, and to the board's own at last", async () => {
    const board = (fonts: string[]) => {
      const svg = new SvgBoard(84, 30, barlow(), shippedFonts().slice(1));
      draw("textStyles", { ...inMono, fonts }).draw(svg);
      return svg;
    };
    const second = board(["Nowhere Sans", "Archivo"]);
    expect(second.content()).toContain('font-family="Archivo"');
    expect([[...second.asked], [...second.missing]]).toEqual([["Nowhere Sans", "Archivo"], []]);
    const none = board(["Nowhere Sans"]);
    expect(none.content()).not.toContain("font-family");
    expect([...none.missing]).toEqual(["Nowhere Sans"]);
    expect([...board([]).asked]).toEqual([]);
  });
  it.each([-10, 0, 25, 100])("a spacing of %s %% of the height is added after each letter", async (spacingPercent) => {
    const width = async (percent: number): Promise<number> => {
      const each = draw("textStyles", { ...inMono, spacingPercent: percent }, { sample: "HALL" });
      return (await drawingOf(await asPdf(each, "x", barlow()))).pages[0]!.texts.advanceMm[0]!;
    };
    expect((await width(spacingPercent)) - (await width(0))).toBeCloseTo(
      (4 * inMono.heightMm * spacingPercent) / 100,
      2,
    );
    const svg = asSvg(draw("textStyles", { ...inMono, spacingPercent }), "x", barlow());
    if (spacingPercent === 0) expect(svg).not.toContain("letter-spacing");
    else expect(svg).toContain(`letter-spacing="${(inMono.heightMm * spacingPercent) / 100}"`);
  });
  it("spacing ends with the lettering that asked for it", async () => {
    const two = {
      widthMm: 60,
      heightMm: 20,
      draw: (board: Board) =>
        void board
          .lettering({ families: [], spacing: 0.5 })
          .text("HALL", 2, 12, { heightMm: 2.5 })
          .lettering()
          .text("HALL", 2, 2, { heightMm: 2.5 }),
    };
    const { texts } = (await drawingOf(await asPdf(two, "x", barlow()))).pages[0]!;
    expect(texts.advanceMm[0]! - texts.advanceMm[1]!).toBeCloseTo(4 * 2.5 * 0.5, 2);
  });
  it("the stroke of a style stands beside its sample, as wide as it is", async () => {
    const each = draw("textStyles", { ...inMono, strokeMm: 0.25 }, { sample: "HALL" });
    const boxes = (await measured(each)).paths.filter((path) => path.kind === "fill").flatMap((path) => path.subpaths);
    const [stroke] = boxes.map((box) => {
      const [xs, ys] = [box.map(([x]) => x), box.map(([, y]) => y)];
      return [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
    });
    expect(stroke![0]).toBeCloseTo(0.25, 3);
    expect(stroke![1]).toBeCloseTo(inMono.heightMm, 3);
  });
  it("a font shows its letters and figures in itself", async () => {
    const pdf = await asPdf(draw("fonts", mono, { widthMm: 120 }), "x", barlow(), shippedFonts().slice(1));
    expect(fontsIn(pdf)).toContain("SplineSansMono");
    const words = run("pdftotext", "-layout", temporary(pdf), "-");
    for (const letters of ["ABCDEFGHIJKLMNOPQRSTUVWXYZ", "abcdefghijklmnopqrstuvwxyz", "0123456789"])
      expect(words).toContain(letters);
  });
  it("dimensions are written in the font of their text style", async () => {
    const office = {
      ...standard,
      textStyles: standard.textStyles.map((style) => ({ ...style, fonts: [mono.family] })),
    };
    const each = specimen(office, "dimensionStyles", standard.dimensionStyles[0] as Entry)!;
    const fonts = fontsIn(await asPdf(each, "x", barlow(), shippedFonts().slice(1)));
    expect(fonts).toContain("SplineSansMono");
  });
  it("a sample of 4,000 letters is cut to the specimen's width", async () => {
    const each = draw("textStyles", standard.textStyles[0]!, { sample: "W".repeat(4000) });
    const { texts } = (await drawingOf(await asPdf(each, "x", barlow()))).pages[0]!;
    expect(texts.anchors[0]! + texts.advanceMm[0]!).toBeLessThanOrEqual(each.widthMm);
  });
});

describe("dimension styles", () => {
  it.each(standard.dimensionStyles.map((style) => [style.id, style] as const))(
    "%s: rows lie at the first row's distance and a pitch apart, ticks in their size",
    async (_id, style) => {
      const page = await measured(draw("dimensionStyles", style));
      const mine = piecesOf(strokesOf(page, (path) => path.layer === style.layer));
      // Rows are the long level lines above the building: sort what is left of the extension lines.
      const level = mine.filter((piece) => Math.abs(directionOf(piece)) < 0.01 && lengthOf(piece) > 5);
      const heights = [...new Set(level.map((piece) => piece.y1.toFixed(2)))].map(Number).sort((a, b) => a - b);
      const gaps = heights.slice(1).map((each, i) => each - heights[i]!);
      expect(gaps.filter((gap) => Math.abs(gap - style.pitchMm) < 0.011).length).toBeGreaterThanOrEqual(3);
      const ticks = mine.filter((piece) => Math.abs(directionOf(piece) - 45) < 0.01).map(lengthOf);
      expect(ticks.length).toBeGreaterThan(10);
      for (const tick of ticks) expect(tick).toBeCloseTo(style.terminatorMm, 2);
    },
  );
  it.each(["above-line", "in-line"] as const)("values stand %s", async (textPlace) => {
    const style = { ...standard.dimensionStyles[0]!, textPlace };
    const each = draw("dimensionStyles", style);
    const { texts } = (await drawingOf(await asPdf(each, "x", barlow()))).pages[0]!;
    const page = await measured(each);
    const lines = piecesOf(strokesOf(page, (path) => path.layer === style.layer)).filter(
      (piece) => Math.abs(directionOf(piece)) < 0.01 && lengthOf(piece) > 5,
    );
    const overall = texts.strings.indexOf("7800");
    expect(overall).toBeGreaterThanOrEqual(0);
    const baseline = texts.anchors[overall * 2 + 1]!;
    const row = Math.max(...lines.map((line) => line.y1));
    if (textPlace === "above-line") expect(baseline).toBeGreaterThan(row);
    else expect(baseline).toBeCloseTo(row - texts.heightMm[overall]! / 2, 2);
  });
});

describe("sheet sizes", () => {
  // ISO 216: A1 is 594 × 841 mm, A0 841 × 1189 mm.
  it("stand among each other as they do on paper", async () => {
    const size = standard.sheetSizes.find((each) => each.id === "A1")!;
    const each = draw("sheetSizes", size, { widthMm: 120 });
    expect(each.reduced).toBeCloseTo(1189 / 116, 6);
    const { paths, texts } = (await drawingOf(await asPdf(each, "x", barlow()))).pages[0]!;
    const bold = [...paths.widthMm].findIndex((width) => Math.abs(width - 0.7) < 0.01);
    const points = paths.points.slice(paths.firstPoint[bold]! * 2, paths.firstPoint[bold + 1]! * 2);
    const [xs, ys] = [0, 1].map((odd) => points.filter((_, i) => i % 2 === odd));
    expect((Math.max(...xs!) - Math.min(...xs!)) * each.reduced!).toBeCloseTo(841, 2);
    expect((Math.max(...ys!) - Math.min(...ys!)) * each.reduced!).toBeCloseTo(594, 2);
    expect(texts.strings).toEqual(["A0", "A2", "A3", "A4", "24x36", "A1  841 × 594 mm"]);
  });
});

describe("codes and labels", () => {
  const wordsOf = async (list: ListName, entry: object): Promise<string> =>
    run("pdftotext", "-layout", temporary(await asPdf(draw(list, entry, { widthMm: 120 }), "x", barlow())), "-");
  it.each(standard.codes.map((code) => [code.code, code] as const))(
    "%s stands on a leader and in a legend of its group, with its meaning",
    async (_code, code) => {
      const words = await wordsOf("codes", code);
      expect(words.split(/\s+/).filter((word) => word === code.code)).toHaveLength(2);
      expect(words.toLowerCase()).toContain(code.group);
      expect(words).toContain(code.meaning);
      const { texts } = (await drawingOf(await asPdf(draw("codes", code), "x", barlow()))).pages[0]!;
      expect([...texts.heightMm].sort().map((each) => Number(each.toFixed(2)))).toEqual([2.5, 2.5, 2.5, 3.5]);
    },
  );
  it("a meaning that is longer than the legend is cut, and says so", async () => {
    const words = await wordsOf("codes", { ...standard.codes[0]!, meaning: "quarry tile ".repeat(40) });
    expect(words).toContain("…");
  });
  it.each(standard.labelPatterns.map((pattern) => [pattern.id, pattern] as const))(
    "the examples of %s stand on leaders that end as the office's do",
    async (_id, pattern) => {
      const words = (await wordsOf("labelPatterns", pattern)).split(/\s+/).filter(Boolean);
      expect(words).toEqual(pattern.pattern.examples.slice(0, 4));
      const strokesWith = async (leaderTerminator: string): Promise<number> => {
        const dimensionStyles = [{ ...standard.dimensionStyles[0]!, leaderTerminator }];
        const office = { ...standard, dimensionStyles } as typeof standard;
        return strokesOf(await measured(specimen(office, "labelPatterns", pattern as Entry)!)).length;
      };
      // A tick is a stroke, a dot is filled.
      const ticks = (await strokesWith("oblique-tick")) - (await strokesWith("dot"));
      expect(ticks).toBe(Math.min(4, pattern.pattern.examples.length));
    },
  );
  it("a pattern without examples has nothing to show", () =>
    expect(
      specimen(standard, "labelPatterns", {
        ...standard.labelPatterns[0]!,
        pattern: { ...standard.labelPatterns[0]!.pattern, examples: [] },
      } as Entry),
    ).toBeUndefined());
});

describe("reductions", () => {
  it.each([25, 50, 70.7, 100])("at %s % lettering and pens come out so much smaller", async (percent) => {
    const each = draw("reductions", { id: "print", title: "Print", percent }, { widthMm: 120, sample: "HALL" });
    const { texts } = (await drawingOf(await asPdf(each, "x", barlow()))).pages[0]!;
    const heights = texts.strings.flatMap((text, i) => (text === "HALL" ? [texts.heightMm[i]! / (percent / 100)] : []));
    const smallest = standard.textStyles.map((style) => style.heightMm).sort((a, b) => a - b);
    expect(heights).toHaveLength(6);
    heights.forEach((height, i) => expect(height).toBeCloseTo(smallest[i]!, 1));
    const widths = strokesOf(await measured(each)).map((path) => path.widthMm / (percent / 100));
    expect(widths).toHaveLength(6);
    widths.forEach((width, i) => expect(width).toBeCloseTo(standard.pens[i]!.widthMm, 2));
  });
});

describe("building lists", () => {
  it.each(
    standard.wallTypes.flatMap((wall) => ["1:20", "1:50", "1:100"].map((scale) => [wall.id, scale, wall] as const)),
  )("wall %s at %s has its thickness", async (_id, scale, wall) => {
    const page = await measured(draw("wallTypes", wall, { scale: ratioOf(scale) }));
    const faces = offsetsOf(piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - 0.5) < 0.0005)), 0);
    expect((faces[1]! - faces[0]!) * ratioOf(scale)).toBeCloseTo(wall.thicknessMm, 1);
  });
  it.each(standard.openings.map((opening) => [opening.id, opening] as const))(
    "opening %s has its width and its head above the floor",
    async (_id, opening) => {
      const page = await measured(draw("openings", opening, { scale: 50 }));
      const floor = piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - 0.5) < 0.0005))[0]!.y1;
      const frame = strokesOf(page, (path) => Math.abs(path.widthMm - 0.25) < 0.0005)[0]!.subpaths.flat();
      const xs = frame.map(([x]) => x);
      const ys = frame.map(([, y]) => y);
      expect((Math.max(...xs) - Math.min(...xs)) * 50).toBeCloseTo(opening.widthMm, 1);
      expect((Math.max(...ys) - floor) * 50).toBeCloseTo(opening.headMm!, 1);
    },
  );
  it.each(standard.slopes.map((slope) => [slope.slope, slope] as const))(
    "slope %s is drawn at it",
    async (_id, slope) => {
      const { rise, run: along } = must(parseSlope(slope.slope));
      const page = await measured(draw("slopes", slope));
      const roof = piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - 0.5) < 0.0005))[0]!;
      expect((roof.y2 - roof.y1) / (roof.x2 - roof.x1)).toBeCloseTo(rise / along, 3);
    },
  );
  it("12 in 12 is 45° (common practice, no source)", async () => {
    const page = await measured(draw("slopes", { slope: "12 in 12", use: "" }));
    expect(directionOf(piecesOf(strokesOf(page, (path) => Math.abs(path.widthMm - 0.5) < 0.0005))[0]!)).toBeCloseTo(
      45,
      3,
    );
  });
});

describe("sheets", () => {
  it.each(standard.frames.map((frame) => [frame.id, frame] as const))(
    "frame %s is as large as it says, made smaller by as much as it says",
    async (_id, frame) => {
      const each = draw("frames", frame);
      const page = await measured(each);
      const edge = strokesOf(page)[0]!.subpaths.flat();
      const wide = Math.max(...edge.map(([x]) => x)) - Math.min(...edge.map(([x]) => x));
      const high = Math.max(...edge.map(([, y]) => y)) - Math.min(...edge.map(([, y]) => y));
      expect(wide * each.reduced!).toBeCloseTo(frame.widthMm, 1);
      expect(high * each.reduced!).toBeCloseTo(frame.heightMm, 1);
    },
  );
  it.each(standard.scales.map((scale) => [scale.scale, scale] as const))(
    "the bar of %s measures what its last figure says",
    async (written, scale) => {
      const each = draw("scales", scale);
      const page = await measured(each);
      const xs = strokesOf(page).flatMap((path) => path.subpaths.flat().map(([x]) => x));
      const long = Math.max(...xs) - Math.min(...xs);
      const words = run("pdftotext", temporary(await asPdf(each, "x", barlow())), "-");
      const figures = [...words.matchAll(/(\d+(?:\.\d+)?)\s*(m|'|")?/g)].map(
        ([, figure, unit]) => Number(figure) * (unit === "'" ? 304.8 : unit === '"' ? 25.4 : 1000),
      );
      expect(long * ratioOf(written)).toBeCloseTo(Math.max(...figures), 0);
    },
  );
  it("notes are set whole", async () => {
    for (const note of standard.notes) {
      const words = run("pdftotext", "-layout", temporary(await asPdf(draw("notes", note), "x", barlow())), "-");
      for (const word of note.text.split(/\s+/)) expect(words).toContain(word);
    }
  });
});
