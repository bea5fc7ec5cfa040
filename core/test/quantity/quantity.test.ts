import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { createRequire } from "node:module";
import {
  diagonalOf,
  formatLength,
  formatScale,
  Length,
  offFrom,
  onBuilding,
  onPaper,
  PAPER_SIZES,
  parseLength,
  parseScale,
  roundTo,
  Scale,
  sumLengths,
} from "../../src/quantity";
import { must } from "../../src/base/result";

/** An npm feet-and-inch parser, written for `require`; reads feet. */
const { parse: footinch } = createRequire(import.meta.url)("footinch") as { parse: { F(text: string): number } };

/** An npm library of paper sizes; its types do not hold under strict rules, so it is loaded without them. */
const paperSizes = (await import(/* @vite-ignore */ ["@cityssm", "paper-sizes"].join("/"))) as {
  paperSpecifications: Record<string, { width: number; height: number; unit: string }>;
};

const mm = (text: string): number => must(parseLength(text)).toNumber("mm");
const feet = (length: Length, finestFraction = 16): string =>
  formatLength(length, { system: "feet-inches", finestFraction });

describe("reading lengths", () => {
  // Arithmetic: an inch is 25.4 mm exactly.
  it.each([
    ["3600", 3600],
    ["3.6 m", 3600],
    ["3,6 m", 3600],
    ["360 cm", 3600],
    [`12'-6"`, 3810],
    [`12' 6 1/2"`, 3822.7],
    [`12'-6 1/2"`, 3822.7],
    ["7'-10", 2387.6],
    [`0.5"`, 12.7],
    [`1-1/2"`, 38.1],
    ['½"', 12.7],
    ["4.58 ft", 1395.984],
    ["12 ft 6 in", 3810],
    ["12ft6in", 3810],
    ["12′ 6″", 3810],
    ["−7'-10\"", -2387.6],
    [`-0'-6"`, -152.4],
    ["10 pt", 127 / 36],
  ])("%s is %d mm", (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9));

  it.each(["", "wall", "12'x", '1/0"', "3 metres", "--5", "1e999", "'".repeat(100)])(
    "refuses %j with a remedy",
    (text) => {
      const read = parseLength(text);
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.problem.remedy).toBeTruthy();
    },
  );

  it("refuses a comma that could part thousands or decimals rather than guess", () => {
    const read = parseLength("3,600");
    expect(read.ok ? "" : read.problem.code).toBe("length-ambiguous");
  });

  it("agrees with an independent feet-and-inch parser", () => {
    for (const text of [`12'6"`, `7'10"`, `5'11"`, `0'6"`, `100'`])
      expect(mm(text)).toBeCloseTo(footinch.F(text) * 304.8, 6);
  });

  it("gives back what it wrote, for every sixteenth of an inch", () => {
    fc.assert(
      fc.property(fc.integer({ min: -200_000, max: 200_000 }), (sixteenths) => {
        const length = Length.of(`${sixteenths}/16`, "in");
        expect(must(parseLength(feet(length))).equals(length)).toBe(true);
      }),
    );
  });

  it("does not drift: a third of a foot added 3,000 times is 1,000 feet exactly", () => {
    let sum = Length.zero;
    for (let i = 0; i < 3000; i++) sum = sum.plus(Length.of("1/3", "ft"));
    expect(sum.equals(Length.of(1000, "ft"))).toBe(true);
  });

  it("adds lengths in mixed units", () => {
    expect(feet(must(sumLengths(`12'-6" + 3'-2 1/2" - 6"`)))).toBe(`15'-2 1/2"`);
    expect(must(sumLengths("1 m + 20 cm")).toNumber()).toBe(1200);
    expect(sumLengths("1 m + wall").ok).toBe(false);
  });
});

describe("figures of the trade (common practice, no source)", () => {
  it("−7.83 ft is −7'-10\" and 4.58 ft is 4'-7\", to the inch", () => {
    expect(feet(must(parseLength("-7.83 ft")), 1)).toBe(`-7'-10"`);
    expect(feet(must(parseLength("4.58 ft")), 1)).toBe(`4'-7"`);
  });
  it('7.83 − 7.33 = 0.50 ft = 6"', () =>
    expect(must(sumLengths("7.83 ft - 7.33 ft")).equals(Length.of(6, "in"))).toBe(true));
  it("the diagonal of 14'-0\" and 7'-6\" is 15'-10 9/16\"", () =>
    expect(feet(diagonalOf(must(parseLength("14'-0\"")), must(parseLength("7'-6\""))))).toBe(`15'-10 9/16"`));
  it('text plotted at 0.1" at 1/4" = 1\'-0" is 4.8" in building size', () => {
    const scale = must(parseScale(`1/4" = 1'-0"`));
    expect(onBuilding(Length.of("0.1", "in"), scale).in("in").valueOf()).toBeCloseTo(4.8, 12);
  });
  it("A4 landscape at 1:50 covers 14.85 m × 10.5 m", () => {
    const at = (side: number): number => onBuilding(Length.of(side, "mm"), Scale.of(50)).toNumber("m");
    expect([at(297), at(210)]).toEqual([14.85, 10.5]);
  });
  it('a first row 27" from the wall and a pitch of 18" are 9/16" and 3/8" at 1:48', () => {
    const paper = (inches: number): string =>
      formatLength(onPaper(Length.of(inches, "in"), Scale.of(48)), { system: "inches", finestFraction: 16 });
    expect([paper(27), paper(18)]).toEqual([`9/16"`, `3/8"`]);
  });
  it("lettering of 200 mm at 1:100 is 2 mm on paper, rows of 500 mm are 5 mm", () => {
    expect([200, 500].map((each) => onPaper(Length.of(each, "mm"), Scale.of(100)).toNumber())).toEqual([2, 5]);
  });
  it('10 pt is 3.53 mm; 1/8" is 3.175 mm', () => {
    expect(Length.of(10, "pt").toNumber()).toBeCloseTo(3.53, 2);
    expect(mm(`1/8"`)).toBe(3.175);
  });
  it("keeps or drops zero inches", () => {
    const length = Length.of(14, "ft");
    expect(feet(length)).toBe(`14'-0"`);
    expect(formatLength(length, { system: "feet-inches", zeroInches: false })).toBe("14'");
  });
  it("rounds halves away from zero", () =>
    expect(roundTo(Length.of("-0.5", "mm"), Length.of(1, "mm")).toNumber()).toBe(-1));
});

describe("scales", () => {
  // Arithmetic, as the handbook of the trade lists them.
  it.each([
    [`1/4" = 1'-0"`, 48],
    [`1/8" = 1'-0"`, 96],
    [`1/2" = 1'-0"`, 24],
    [`3/4" = 1'-0"`, 16],
    [`1" = 1'-0"`, 12],
    [`1-1/2" = 1'-0"`, 8],
    [`3" = 1'-0"`, 4],
    [`3/16" = 1'-0"`, 64],
    [`3/32" = 1'-0"`, 128],
    [`1" = 10'`, 120],
    [`1" = 20'`, 240],
  ])("%s is 1:%d, read and written", (text, ratio) => {
    const scale = must(parseScale(text));
    expect(scale.toNumber()).toBe(ratio);
    expect(formatScale(scale, "feet-inches")).toBe(text);
    expect(must(parseScale(formatScale(scale))).equals(scale)).toBe(true);
  });
  it.each(["1:100", "1:2.5", "2:1", "1/4in=1ft", "1 cm = 1 m", "Scale 1:50"])("reads %s", (text) =>
    expect(parseScale(text).ok).toBe(true),
  );
  it.each(["", "1:0", "0:1", "100", "1:", "a = b", "1=0'"])("refuses %j", (text) =>
    expect(parseScale(text).ok).toBe(false),
  );
  it("paper to building and back is exact", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), fc.integer({ min: -1e6, max: 1e6 }), (ratio, tenths) => {
        const length = Length.of(`${tenths}/10`, "mm");
        expect(onPaper(onBuilding(length, Scale.of(ratio)), Scale.of(ratio)).equals(length)).toBe(true);
      }),
    );
  });
});

describe("paper sizes", () => {
  // ISO 216 and ASME Y14.1, compared with an independent npm library.
  it.each(PAPER_SIZES.map((size) => size.id))("%s agrees with an independent library", (id) => {
    const size = PAPER_SIZES.find((each) => each.id === id)!;
    const other = paperSizes.paperSpecifications[id];
    expect(other, `the library has ${id}`).toBeDefined();
    const unit = other!.unit === "mm" ? 1 : 25.4;
    expect(size.widthMm).toBeCloseTo(Math.min(other!.width, other!.height) * unit, 1);
    expect(size.heightMm).toBeCloseTo(Math.max(other!.width, other!.height) * unit, 1);
  });
  it("finds a page's size laid either way", () => {
    const a1 = PAPER_SIZES.find((size) => size.id === "A1")!;
    expect(offFrom(a1, 841, 594)).toEqual({ offMm: 0, turned: true });
    expect(offFrom(a1, 594, 840)).toEqual({ offMm: 1, turned: false });
  });
});
