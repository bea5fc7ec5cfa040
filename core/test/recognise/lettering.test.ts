import { describe, expect, it } from "vitest";
import { asRead } from "../../src/base/as-read";
import { LETTERING } from "../../src/recognise/lettering";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

/** Strings in Helvetica of a size in millimetres, at places. */
const set = (size: number, ...strings: readonly (readonly [text: string, x: number, y: number])[]): string =>
  strings.map(([text, x, y]) => `BT /F1 ${size} Tf 1 0 0 1 ${x} ${y} Tm (${text}) Tj ET\n`).join("");

async function linesIn(content: string) {
  const drawing = await drawingOf(onePage({ content }));
  const facts = new FileFacts(drawing, new StandardLookup(preset("tarnwick")!));
  return facts.pages[0]!.of(LETTERING).map(({ value }) => value);
}
const wordsIn = async (content: string): Promise<string[]> => (await linesIn(content)).map(({ text }) => text);

describe("lettering", () => {
  it("joins letters and words", async () => {
    // Helvetica's figures are 0.556 of the size wide (Adobe's font metrics).
    const letters = [..."3600"].map((each, i) => [each, 10 + i * 4 * 0.556, 20] as const);
    expect(await wordsIn(set(4, ...letters))).toEqual(["3600"]);
    expect(await wordsIn(set(4, ["GROUND", 10, 20], ["FLOOR", 30.2, 20]))).toEqual(["GROUND FLOOR"]);
  });
  it("joins them in whatever order they are written", async () =>
    expect(await wordsIn(set(4, ["FLOOR", 30.2, 20], ["GROUND", 10, 20]))).toEqual(["GROUND FLOOR"]));
  it("keeps apart what stands apart, above or beside", async () => {
    expect(await wordsIn(set(4, ["900", 10, 20], ["2400", 24, 20]))).toEqual(["900", "2400"]);
    expect(await wordsIn(set(4, ["HALL", 10, 20], ["12", 10, 15]))).toEqual(["HALL", "12"]);
  });
  it("parts one string at a wide gap within it", async () => {
    const parted = await linesIn("BT /F1 4 Tf 1 0 0 1 10 20 Tm [(900) -9000 (2400)] TJ ET");
    expect(parted.map(({ text }) => text)).toEqual(["900", "2400"]);
    expect(parted[1]!.startMm[0]).toBeCloseTo(10 + 3 * 4 * 0.556 + 36, 3);
    expect(parted[0]!.lengthMm).toBeCloseTo(3 * 4 * 0.556, 3);
  });
  it("reads letters that were joined for looks as the letters they are", () => {
    expect(asRead("Veri\ufb01cato, \ufb02oor plan, o\ufb03ce")).toBe("Verificato, floor plan, office");
    expect(asRead("A² m² ½ Å")).toBe("A² m² ½ Å");
    expect(asRead("12'\u00ad6\"\u00a0\u2013 \u22120.45 3\u2009600\ufeff\u200b")).toBe("12'-6\" - -0.45 3 600");
  });
  it("puts a stacked fraction back", async () => {
    const main = set(4, ["12'-6", 10, 20], ['"', 22.6, 20]);
    expect(await wordsIn(main + set(2.4, ["1", 20.8, 22], ["2", 20.8, 19.2]))).toEqual(["12'-6 1/2\""]);
  });
  it("counts lettering that is written twice for a bold look once", async () =>
    expect(await wordsIn(set(4, ["HALL", 10, 20], ["HALL", 10.1, 20]))).toEqual(["HALL"]));
  it("keeps two lines apart that run into each other, word by word", async () => {
    const long = ["111", "222", "333", "444", "555"].map((word, i) => [word, 10 + i * 7.78, 20] as const);
    const other = ["777", "888"].map((word, i) => [word, 25.2 + i * 7.78, 20] as const);
    expect(await wordsIn(set(4, ...long, ...other))).toEqual(["111 222 333 444 555", "777 888"]);
    expect(await wordsIn(set(4, ...other, ...long))).toEqual(["777 888", "111 222 333 444 555"]);
  });
  it("takes 50,000 strings in one place", async () => {
    const many = Array.from({ length: 50_000 }, (_, i) => [String(i % 90), 10 + (i % 7), 20 + (i % 3)] as const);
    expect((await linesIn(set(2, ...many))).length).toBeGreaterThan(0);
  });
});
