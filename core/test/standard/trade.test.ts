import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lengthStyle } from "../../src/plot";
import { formatLength, Length, must, parseLength, parseScale } from "../../src/quantity";
import {
  checkStandard,
  frameProblems,
  hatchDensity,
  hatchFactor,
  ISO_PENS,
  parseSlope,
  preset,
  PRESETS,
  remarks,
  StandardLookup,
  styleName,
  type FrameEntry,
  type HatchEntry,
  type OfficeStandard,
  type UnitStyleEntry,
} from "../../src/standard";

const tarnwick = (): OfficeStandard => preset("tarnwick")!;

describe("slopes", () => {
  // 12 in 12 is 45°; 3 and 4 in 12 are common minima (common practice, no source); the rest is arithmetic.
  it.each([
    ["12 in 12", 45],
    ["12/12", 45],
    ["1:1", 45],
    ["100 %", 45],
    ["45°", 45],
    ["45 degrees", 45],
    ["3 in 12", 14.036],
    ["4 in 12", 18.435],
    ["8 in 12", 33.69],
    ["1:40", 1.432],
    ["2,5 %", 1.432],
    ["0 in 12", 0],
  ])("%s is %d°", (written, degrees) => expect(must(parseSlope(written)).degrees).toBeCloseTo(degrees, 3));
  it.each(["", "steep", "4 in 0", "90°", "-4 in 12", "4 12", "1:2:3", "4 in"])("%j is none", (written) => {
    const read = parseSlope(written);
    expect(read.ok ? "" : read.problem.message).toBe(`“${written}” is not a slope.`);
  });
});

describe("written lengths", () => {
  const style = (change: Partial<UnitStyleEntry>): UnitStyleEntry => ({
    id: "x",
    title: "",
    system: "mm",
    decimals: 0,
    finestFraction: 16,
    suffix: false,
    zeroInches: true,
    ...change,
  });
  const written = (length: string, change: Partial<UnitStyleEntry>): string =>
    formatLength(must(parseLength(length)), lengthStyle(style(change)));
  it.each<[string, Partial<UnitStyleEntry>, string]>([
    ["1237", { roundTo: "5" }, "1235"],
    ["1237.5", { roundTo: "5" }, "1240"],
    ["-1237.5", { roundTo: "5" }, "-1240"],
    ["1237", { roundTo: "10", system: "m", decimals: 2, suffix: true }, "1.24 m"],
    [`12'-6 7/16"`, { system: "feet-inches", roundTo: `1/4"` }, `12'-6 1/2"`],
    [`12'-6 3/8"`, { system: "feet-inches", roundTo: `1"` }, `12'-6"`],
    [`11'-11 3/4"`, { system: "feet-inches", roundTo: `1"` }, `12'-0"`],
    [`11'-11 3/4"`, { system: "feet-inches", roundTo: `1"`, zeroInches: false }, `12'`],
    [`12'-0 1/2"`, { system: "feet-inches" }, `12'-0 1/2"`],
    [`12'-0 1/2"`, { system: "feet-inches", zeroInches: false }, `12'-1/2"`],
    [`0.5"`, { system: "feet-inches" }, `0'-0 1/2"`],
    ["3600", {}, "3600"],
  ])("%s as %j is %s", (length, change, text) => expect(written(length, change)).toBe(text));
  it("what is rounded to a step is a whole number of steps, and no further off than half of one (a law)", () =>
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 1, max: 500 }), (tenths, step) => {
        const text = written(`${tenths / 10}`, { roundTo: String(step), decimals: 0 });
        expect(Number(text) % step).toBeCloseTo(0);
        expect(Math.abs(Number(text) - tenths / 10)).toBeLessThanOrEqual(step / 2);
      }),
    ));
  it("written to feet and inches, they are read back as what was written (a law)", () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), fc.boolean(), (sixteenths, zeroInches) => {
        const length = Length.of(`${sixteenths}/16`, "in");
        const text = formatLength(length, { system: "feet-inches", finestFraction: 16, zeroInches });
        expect(must(parseLength(text)).equals(length)).toBe(true);
      }),
    ));
  it.each([
    ["roundTo", "much"],
    ["roundTo", "0"],
    ["roundTo", "-5"],
    ["module", "0"],
    ["module", "wide"],
  ])("a style with %s “%s” is refused at its place", (property, value) => {
    const standard = JSON.parse(JSON.stringify(tarnwick())) as OfficeStandard;
    Object.assign(standard.unitStyles[0]!, { [property]: value });
    const checked = checkStandard(standard);
    expect(checked.ok ? [] : checked.problems.map((problem) => problem.at)).toEqual([`unitStyles[0].${property}`]);
  });
});

describe("hatches at a scale", () => {
  const hatch = (basis: HatchEntry["basis"], ...spacings: number[]): HatchEntry => ({
    ...tarnwick().hatches[0]!,
    basis,
    families: spacings.map((spacingMm) => ({ angleDeg: 0, spacingMm, offsetMm: 0, shiftMm: 0, dashMm: [] })),
  });
  // Parallel lines need 0.7 mm between their edges (ISO 128-2, from memory).
  it.each<[HatchEntry["basis"], number, number, number, string]>([
    ["paper", 0.83, 0.13, 50, "good"],
    ["paper", 0.82, 0.13, 50, "too-dense"],
    ["paper", 0.82, 0.13, 500, "too-dense"],
    ["building", 203.2, 0.13, 100, "good"],
    ["building", 203.2, 0.13, 500, "too-dense"],
    ["building", 203.2, 0.13, 5, "too-open"],
  ])("on %s, %d mm apart in %d mm at 1:%d: %s", (basis, spacing, pen, scale, state) =>
    expect(hatchDensity(hatch(basis, spacing), pen, scale).state).toBe(state),
  );
  it("are as dense as their narrowest family", () =>
    expect(hatchDensity(hatch("paper", 5, 0.5), 0.13, 50)).toEqual({ state: "too-dense", spacingMm: 0.5 }));
  it("block coursing of 8 × 16 in. is 4.23 × 8.47 mm at 1:48 (arithmetic)", () => {
    const factor = hatchFactor(hatch("building", 203.2), 48);
    expect(203.2 * factor).toBeCloseTo(4.233, 3);
    expect(406.4 * factor).toBeCloseTo(8.467, 3);
  });
});

describe("names of text styles by scale", () => {
  const style = { ...tarnwick().textStyles[1]!, id: "notes" };
  it.each([
    ["T{height}-{scale}", "1:100", "T25-100"],
    ["{style} at {scale}", "1:50", "notes at 50"],
    ["N{height}_{scale}", `1/4" = 1'-0"`, "N25_1/4"],
    ["{scale}", `1" = 20'`, "1-20"],
    ["plain", "1:5", "plain"],
    ["{height}{height}", "1:5", "2525"],
  ])("%s at %s is %s", (pattern, scale, name) => expect(styleName(pattern, style, scale)).toBe(name));
});

describe("frames that can't be drawn", () => {
  const frame = (change: (frame: FrameEntry) => void): string[] => {
    const copy = structuredClone(tarnwick().frames[0]!) as FrameEntry;
    change(copy);
    return frameProblems(copy).map((problem) => `${problem.code} ${problem.at}`);
  };
  const item = { id: "notes", kind: "notes" as const, title: "Notes", xMm: 10, yMm: 100, widthMm: 60, heightMm: 40 };
  it("the demo's can be", () => {
    for (const each of tarnwick().frames) expect(frameProblems(each)).toEqual([]);
  });
  it.each<[string, (frame: FrameEntry) => void, string[]]>([
    ["borders that eat the sheet", (f) => void (f.border.leftMm = 900), ["borders-eat-sheet border"]],
    ["borders that meet", (f) => void (f.border.topMm = 584), ["borders-eat-sheet border"]],
    ["a title block over the border", (f) => void (f.titleBlock.widthMm = 900), ["title-block-outside titleBlock"]],
    [
      "a cell beyond its title block",
      (f) => void (f.titleBlock.cells[0]!.xMm = 100),
      ["cell-outside titleBlock.cells[0]", "cells-overlap titleBlock.cells[1]"],
    ],
    ["cells over each other", (f) => void (f.titleBlock.cells[1]!.xMm = 109), ["cells-overlap titleBlock.cells[1]"]],
    ["cells edge to edge are not", (f) => void (f.titleBlock.cells[1]!.xMm = 110), []],
    ["an item beyond the drawing area", (f) => void (f.items = [{ ...item, xMm: 800 }]), ["item-outside items[0]"]],
    [
      "an item on the title block",
      (f) => void (f.items = [{ ...item, xMm: 640, yMm: 10 }]),
      ["item-on-block items[0]"],
    ],
    ["items over each other", (f) => void (f.items = [item, { ...item, xMm: 50 }]), ["items-overlap items[1]"]],
    ["items beside each other are not", (f) => void (f.items = [item, { ...item, xMm: 70 }]), []],
  ])("%s", (_what, change, problems) => expect(frame(change)).toEqual(problems));
});

describe("asking a standard", () => {
  const lookup = new StandardLookup(tarnwick());
  it.each([
    [0.5, "0.5"],
    [0.3, "0.35"],
    [0.29, "0.25"],
    [0.001, "0.13"],
    [40, "2"],
  ])("the pen nearest to %d mm in ratio is %s", (width, pen) => expect(lookup.nearestPen(width)!.id).toBe(pen));
  it("the series steps by √2 to the figures that are printed on pens (ISO 128-2, from memory)", () => {
    const widths = ISO_PENS.map((pen) => pen.widthMm);
    expect(widths).toEqual([0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2]);
    for (let i = 1; i < widths.length; i++) expect(widths[i]! / widths[i - 1]!).toBeCloseTo(Math.SQRT2, 1);
  });
  it("the colours of technical pens are those of ISO 9175-1 (from memory): each of its own hue", () => {
    const colours = ISO_PENS.map((pen) => pen.screenColour.toLowerCase());
    expect(new Set(colours).size).toBe(colours.length);
  });
  it("a kind's pens and scales go before the general ones", () => {
    const ceiling = new StandardLookup(tarnwick(), "ceiling-plan");
    const wall = ceiling.layer("A-WALL");
    expect(ceiling.penOf(wall)!.id).toBe("0.25");
    expect(lookup.penOf(wall)!.id).toBe("0.5");
    expect(ceiling.scales).toEqual(tarnwick().kinds.find((kind) => kind.id === "ceiling-plan")!.scales);
    expect(new StandardLookup(tarnwick(), "nowhere").scales).toEqual(tarnwick().scales.map((each) => each.scale));
  });
  it.each(["Layer 1", "BACKGROUND", "DEFAULT", " default "])("%j is a name that files bring of themselves", (name) =>
    expect(lookup.isDefaultLayer(name)).toBe(true),
  );
  it("a registered name is no default", () => expect(lookup.isDefaultLayer("A-WALL")).toBe(false));
});

describe("remarks", () => {
  const codes = (change: (standard: OfficeStandard) => void): string[] => {
    const standard = JSON.parse(JSON.stringify(tarnwick())) as OfficeStandard;
    change(standard);
    return remarks(standard).map((remark) => `${remark.code} ${remark.key ?? ""}`.trim());
  };
  const before = codes(() => undefined);
  const fresh = (change: (standard: OfficeStandard) => void): string[] =>
    codes(change).filter((code) => !before.includes(code));
  it.each<[string, (standard: OfficeStandard) => void, string]>([
    ["a layer without a pen", (s) => void delete (s.layers[0] as { pen?: string }).pen, "layer-without-pen A-WALL"],
    [
      "a hatch without a layer",
      (s) => void delete (s.hatches[0] as { layer?: string }).layer,
      "hatch-without-layer cut-masonry",
    ],
    [
      "a hatch on a layer that takes none",
      (s) => void (s.hatches[0]!.layer = "A-ANNO-TEXT"),
      "hatch-on-other-layer cut-masonry",
    ],
    [
      "extension lines that reach into the gap",
      (s) => void (s.dimensionStyles[0]!.extensionMm = 11),
      "extension-reaches-object metric",
    ],
    ["a row named twice", (s) => void s.dimensionStyles[0]!.rows.push("grid"), "row-twice metric"],
    [
      "a title block without a number",
      (s) => void (s.frames[0]!.titleBlock.cells = s.frames[0]!.titleBlock.cells.filter((c) => c.field !== "number")),
      "title-block-lacks A1",
    ],
    ["walls too near in thickness", (s) => void (s.wallTypes[1]!.thicknessMm = 163), "walls-too-near W2"],
    ["an example off its scheme", (s) => void s.naming.layers.examples.push("walls"), "example-off-scheme"],
  ])("%s", (_what, change, code) => expect(fresh(change)).toContain(code));
  it.each<[string, (standard: OfficeStandard) => void]>([
    ["another colour on screen", (s) => void (s.layers[0]!.screenColour = "#123456")],
    ["a note", (s) => void (s.pens[0]!.note = "Fine.")],
    [
      "numbered names, which their numbers tell apart",
      (s) => {
        for (const n of ["0001", "0002"]) {
          s.layers.push({ ...s.layers[0]!, name: `A-WALL-${n}`, purpose: `Wall ${n}` });
          s.showing[`A-WALL-${n}`] = { ...s.showing["A-WALL"]! };
        }
      },
    ],
  ])("nothing of %s", (_what, change) => expect(fresh(change)).toEqual([]));
  it.each(Object.keys(PRESETS))("of %s name a chapter, a code in small letters and a sentence", (name) => {
    for (const remark of remarks(preset(name)!)) {
      expect(remark.code).toMatch(/^[a-z]+(-[a-z]+)*$/);
      expect(remark.chapter).toMatch(/^[a-z-]+$/);
      expect(remark.message).toMatch(/^[^]{10,}[.…]$/);
    }
  });
});

describe("scales of the published presets", () => {
  it.each(Object.keys(PRESETS))("%s: every one is read, once", (name) => {
    const ratios = preset(name)!.scales.map((each) => must(parseScale(each.scale)).toNumber());
    expect(ratios.length).toBeGreaterThan(5);
    expect(new Set(preset(name)!.scales.map((each) => each.scale)).size).toBe(ratios.length);
  });
  it("has those of ISO 5455", () => {
    const scales = preset("iso-13567")!.scales.map((each) => each.scale);
    for (const n of [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000]) expect(scales).toContain(`1:${n}`);
  });
});
