import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  buildName,
  HYPHENATED_DISCIPLINE,
  ISO_13567,
  parseName,
  SHEET_NUMBERS,
  sureSuggestion,
  type NameGrammar,
} from "../../src/naming";
import { must } from "../../src/base/result";
import { suggestNames } from "../support/suggested";

const partsOf = (name: string, grammar: NameGrammar): Record<string, string> | string => {
  const parsed = parseName(name, grammar);
  return parsed.ok
    ? Object.fromEntries(parsed.parts.map((part) => [part.field, part.text]))
    : `${parsed.failure.reason}@${parsed.failure.at}`;
};

describe("hyphenated names (United States National CAD Standard; code lists from memory)", () => {
  it("takes names apart with their meanings", () => {
    expect(partsOf("A-WALL-FULL-N", HYPHENATED_DISCIPLINE)).toEqual({
      discipline: "A",
      major: "WALL",
      minor: "FULL",
      status: "N",
    });
    expect(partsOf("A-WALL-N", HYPHENATED_DISCIPLINE)).toEqual({ discipline: "A", major: "WALL", status: "N" });
    expect(partsOf("AI-FURN-MOVE-OAK1", HYPHENATED_DISCIPLINE)).toEqual({
      discipline: "AI",
      major: "FURN",
      minor: "MOVE",
      minor2: "OAK1",
    });
    const parsed = parseName("A-DOOR", HYPHENATED_DISCIPLINE);
    expect(parsed.ok && parsed.parts.map((part) => part.meaning)).toEqual(["Architectural", "Doors"]);
  });
  it.each([
    ["", "empty@0"],
    ["A", "missing@1"],
    ["A-", "missing@2"],
    ["A-WAL", "length@2"],
    ["walls", "case@0"],
    ["A_Door", "characters@1"],
    ["A-WALL-", "left-over@6"],
    ["A-WALL-FULL-NEW", "length@12"],
    ["A-XYZW", "unknown-code@2"],
    ["Ä-WALL", "characters@0"],
    ["A-WALL-FULL-N ", "length@12"],
    ["A WALL", "characters@1"],
  ])("%j fails: %s", (name, failure) => expect(partsOf(name, HYPHENATED_DISCIPLINE)).toBe(failure));
  it("does not parse names of thousands of characters", () =>
    expect(partsOf("A-".repeat(5000), HYPHENATED_DISCIPLINE)).toBe("length@255"));
});

describe("fixed positions (ISO 13567-2; code lists from memory)", () => {
  it("takes the handbook's example apart", () =>
    expect(partsOf("A-B374--E-", ISO_13567)).toEqual({ agent: "A-", element: "B374--", presentation: "E-" }));
  it("knows optional fields by their positions", () =>
    expect(partsOf("S-280---E-N", ISO_13567)).toEqual({
      agent: "S-",
      element: "280---",
      presentation: "E-",
      status: "N",
    }));
  it.each([
    ["A-B374", "length@2"],
    ["--B374--E-", "missing@0"],
    ["a-B374--E-", "case@0"],
    ["A-B374--Q-", "unknown-code@8"],
    ["A-B-74--E-", "characters@3"],
  ])("%j fails: %s", (name, failure) => expect(partsOf(name, ISO_13567)).toBe(failure));
});

describe("sheet numbers are a grammar of the same type", () => {
  it("takes A-101 apart", () =>
    expect(partsOf("A-101", SHEET_NUMBERS)).toEqual({ discipline: "A", type: "1", sequence: "01" }));
  it.each(["A-1", "A101", "101", "A-1011"])("refuses %s", (name) =>
    expect(parseName(name, SHEET_NUMBERS).ok).toBe(false),
  );
});

describe("parse ∘ build is the identity", () => {
  it.each([HYPHENATED_DISCIPLINE, ISO_13567, SHEET_NUMBERS])("for $id", (grammar) => {
    const fields = Object.fromEntries(
      grammar.fields.map((field) => {
        const code = fc.constantFrom(...(field.codes?.map((each) => each.code) ?? ["0".repeat(field.minLength)]));
        return [field.id, field.required ? code : fc.option(code, { nil: "" })];
      }),
    );
    fc.assert(
      fc.property(fc.record(fields), (codes) => {
        const built = buildName(codes as Record<string, string>, grammar);
        if (!built.ok) return;
        const parsed = parseName(built.value, grammar);
        expect(
          parsed.ok &&
            parsed.parts
              .map((part) => part.text)
              .join("")
              .replaceAll("-", ""),
        ).toBe(grammar.fields.map((field) => (codes as Record<string, string>)[field.id] ?? "").join(""));
      }),
    );
  });
  it("says which field can't be built", () => {
    const built = buildName({ discipline: "A", major: "WAL" }, HYPHENATED_DISCIPLINE);
    expect(built.ok ? "" : built.problem.at).toBe("major");
  });
});

describe("suggestions", () => {
  const register = [
    "A-WALL",
    "A-WALL-PATT",
    "A-DOOR",
    "A-DOOR-SWNG",
    "A-GLAZ",
    "A-GRID",
    "A-ANNO-TEXT",
    "A-ANNO-DIMS",
    "S-COLS",
    "A-COLS",
  ];
  it.each([
    ["A-WAL", "A-WALL"],
    ["walls", "A-WALL"],
    ["A_Door", "A-DOOR"],
    ["a-wall", "A-WALL"],
    ["AWALL", "A-WALL"],
    ["A-DOOR-SWING", "A-DOOR-SWNG"],
    ["Anno_Text", "A-ANNO-TEXT"],
    ["S-COL", "S-COLS"],
    ["Windows", "A-GLAZ"],
  ])("%s probably meant %s, with and without a register", (name, meant) => {
    expect(suggestNames(name, HYPHENATED_DISCIPLINE, register)[0]?.name).toBe(meant);
    expect(suggestNames(name, HYPHENATED_DISCIPLINE)[0]?.name).toBe(meant);
  });
  it("is sure only where no other name is as near", () => {
    expect(sureSuggestion(suggestNames("A-WAL", HYPHENATED_DISCIPLINE, register))?.name).toBe("A-WALL");
    expect(sureSuggestion(suggestNames("X-COLS-OLD", HYPHENATED_DISCIPLINE, register))).toBeUndefined();
  });
  it.each(["", "Ω≈ç√", "<script>", "../../etc/passwd", "x".repeat(4000), "12"])("has nothing for %j", (name) =>
    expect(suggestNames(name, HYPHENATED_DISCIPLINE, register)).toEqual([]),
  );
  it("never suggests a name that the scheme refuses", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 20 }), (name) => {
        for (const each of suggestNames(name, HYPHENATED_DISCIPLINE))
          expect(parseName(each.name, HYPHENATED_DISCIPLINE).ok).toBe(true);
      }),
    );
  });
  it("pads fixed positions", () => expect(suggestNames("a-b374--e", ISO_13567)[0]?.name).toBe("A-B374--E-"));
  it("builds names that must hold", () =>
    expect(must(buildName({ agent: "A", element: "B374", presentation: "E" }, ISO_13567))).toBe("A-B374--E-"));
});
