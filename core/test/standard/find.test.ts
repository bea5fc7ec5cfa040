import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bestOf, findEntries, keyOf, entriesOf, LIST_NAMES, preset, soughtWords } from "../../src/standard";

const standard = preset("tarnwick")!;
const found = (typed: string, most = 6): string[] =>
  findEntries(standard, soughtWords(typed), most).map(({ list, key }) => `${list} ${key}`);

describe("finding entries", () => {
  it.each([
    ["A-GLAZ", "layers A-GLAZ"],
    ["a-glaz", "layers A-GLAZ"],
    ["glaz", "layers A-GLAZ"],
    ["glazed screens", "layers A-GLAZ"],
    ["concrete block", "codes CB"],
    ["lettering-5", "textStyles lettering-5"],
    ["floor plan", "kinds floor-plan"],
  ])("%s finds %s first", (typed, first) => expect(found(typed)[0]).toBe(first));
  it("every word has to be somewhere, in any order", () => {
    expect(found("screens windows")[0]).toBe("layers A-GLAZ");
    expect(found("windows elephants")).toEqual([]);
  });
  it("a whole name comes before the beginning of one, that before a part, that before a purpose", () => {
    const things = ["wall", "wallpaper", "A-WALL", "drywall", "screed"];
    const purpose = (thing: string) => [thing, thing === "screed" ? "under a wall" : ""];
    expect(bestOf(things, ["wall"], purpose, 9)).toEqual(["wall", "wallpaper", "A-WALL", "drywall", "screed"]);
  });
  it("accents and case make no difference", () => {
    expect(bestOf(["TÜR", "Fenster"], soughtWords("tur"), (each) => [each], 9)).toEqual(["TÜR"]);
    expect(bestOf(["tur"], soughtWords("TÜR"), (each) => [each], 9)).toEqual(["tur"]);
  });
  it("nothing is found by nothing", () => expect(found("   ")).toEqual([]));
  it("every entry is found by its own name (a law)", () => {
    const all = LIST_NAMES.flatMap((list) => entriesOf(standard, list).map((entry) => [list, entry] as const));
    fc.assert(
      fc.property(fc.constantFrom(...all), ([list, entry]) => {
        const key = keyOf(list, entry);
        expect(found(key, 1000)).toContain(`${list} ${key}`);
      }),
      { numRuns: 200 },
    );
  });
  it("takes any text for what it is, also what would be a pattern (a law)", () => {
    fc.assert(
      fc.property(fc.string({ unit: "binary", maxLength: 40 }), (typed) => {
        const words = soughtWords(typed);
        expect(bestOf([typed], words, (each) => [each], 9)).toEqual([typed]);
      }),
      { numRuns: 500 },
    );
  });
});
