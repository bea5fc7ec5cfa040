import { describe, expect, it } from "vitest";
import { readWritten } from "../../src/quantity";

/** What people write on drawings; common practice, no source. Millimetres of the likeliest reading. */
const LENGTHS: (readonly [written: string, mm: number, kind?: string])[] = [
  ["3600", 3600],
  ["3 600", 3600],
  ["3\u00a0600", 3600],
  ["3,600", 3600],
  ["3.60 m", 3600],
  ["3,60", 3600],
  ["3600 mm", 3600],
  ["(3600)", 3600],
  ["3600 TYP", 3600],
  ["3600 (TYP.)", 3600],
  ["900 CLR", 900],
  ["±3600", 3600],
  ["12'-6 1/2\"", 3822.7],
  ["12' 6 ½\"", 3822.7],
  ["12’-6½”", 3822.7],
  ["12 ft 6 in", 3810],
  ["14'", 4267.2],
  ["14'-0\"", 4267.2],
  ['6 1/2"', 165.1],
  ["7.83'", 2386.584],
  ["3 × 900 = 2700", 2700],
  ["3 @ 4'-0\" = 12'-0\"", 3657.6],
  ["R 250", 250, "radius"],
  ["R250", 250, "radius"],
  ["2'-6\" R", 762, "radius"],
  ["⌀12", 12, "diameter"],
  ["⌒ 1250", 1250, "arc length"],
  ["ARC 3.20 m", 3200, "arc length"],
  ["12 DIA", 12, "diameter"],
  ["+4.58", 4580, "level"],
  ["FFL 0.00", 0, "level"],
  ["±0.00", 0, "level"],
  ["-7.83", -7830, "level"],
];

describe("a figure on a drawing", () => {
  it.each(LENGTHS.map(([written, mm, kind = "length"]) => ({ written, mm, kind })))(
    "reads $written",
    ({ written, mm, kind }) => {
      const read = readWritten(written);
      expect(read?.kind).toBe(kind);
      expect(read?.readings[0]?.length.toNumber()).toBeCloseTo(mm, 6);
    },
  );
  it.each([
    ["45°", 45],
    ["22,5°", 22.5],
  ])("reads %s as an angle", (written, degrees) => expect(readWritten(written)?.degrees).toBe(degrees));
  it("reads EQ", () => expect(readWritten("EQ.")?.kind).toBe("equal"));
  it.each([
    "12.03.2024",
    "2024-05-14",
    "0171 555 0134",
    "007",
    "A-101",
    "D12",
    "1:50",
    '1/4" = 1\'-0"',
    "4 in 12",
    "Room 12",
    "12.5 m²",
    "3/A-501",
    "NaN",
    "17 R 280",
    "",
    "x".repeat(4000),
  ])("does not take %s for one", (written) => expect(readWritten(written)).toBeUndefined());
  it("keeps what a bare number may be in, and how exactly it is written", () => {
    expect(readWritten("3600")?.readings.map(({ unit, halfLastMm }) => [unit, halfLastMm])).toEqual([
      ["mm", 0.5],
      ["cm", 5],
      ["in", 12.7],
    ]);
    expect(readWritten("3.60")?.readings[0]).toMatchObject({ unit: "m", halfLastMm: 5 });
    expect(readWritten("2'-0 1/8\"")?.readings).toMatchObject([{ unit: "in", halfLastMm: 25.4 / 16 }]);
  });
  // −7.83 ft is −7'-10" (handbook, figures: common practice, no source).
  it("reads a level in decimal feet", () =>
    expect(readWritten("-7.83'")?.readings[0]?.length.toNumber("ft")).toBeCloseTo(-7.83, 9));
});
