import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  buildName,
  DISCIPLINES,
  HYPHENATED_DISCIPLINE,
  ISO_13567,
  meaningOf,
  parseName,
  SHEET_NUMBERS,
  sureSuggestion,
  type NameField,
  type NameGrammar,
} from "../../src/naming";
import { must } from "../../src/base/result";
import { preset } from "../../src/standard";
import { suggestNames } from "../support/suggested";

const SCHEMES = [HYPHENATED_DISCIPLINE, ISO_13567, SHEET_NUMBERS];
const CHARACTERS: Record<NameField["characters"], string> = {
  letters: "ABCDEFGHIJKLMNOPQRSTUVWXYZ",
  digits: "0123456789",
  "letters-and-digits": "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789",
};

/** A text that a field takes: one of its codes, or any where the scheme lets the office choose. */
function textFor(field: NameField): fc.Arbitrary<string> {
  const free = fc.string({
    unit: fc.constantFrom(...CHARACTERS[field.characters]),
    minLength: field.minLength,
    maxLength: field.maxLength,
  });
  const codes = (field.codes ?? []).map(({ code }) => code);
  if (codes.length === 0) return free;
  const listed = fc.constantFrom(...codes);
  if (field.codeIsPrefix)
    return fc.tuple(listed, free).map(([code, rest]) => (code + rest).slice(0, Math.max(code.length, field.minLength)));
  return field.open ? fc.oneof(listed, free) : listed;
}
const codesOf = (grammar: NameGrammar): fc.Arbitrary<Record<string, string>> =>
  fc.record(Object.fromEntries(grammar.fields.map((field) => [field.id, textFor(field)])));

describe("every code of a published scheme (code lists from memory)", () => {
  it.each(
    SCHEMES.flatMap((grammar) =>
      grammar.fields.filter((field) => field.codes).map((field) => [grammar.id, field.id, grammar, field] as const),
    ),
  )("%s, %s: has a meaning, and fits its field", (_scheme, _field, grammar, field) => {
    const codes = field.codes!.map(({ code }) => code);
    expect(new Set(codes).size).toBe(codes.length);
    for (const { code, meaning } of field.codes!) {
      expect(meaning, code).not.toBe("");
      expect(code.length, code).toBeLessThanOrEqual(field.maxLength);
      for (const character of code) expect(CHARACTERS[field.characters], code).toContain(character);
      expect(meaningOf(field, code)).toBe(meaning);
      expect(grammar.fields).toContain(field);
    }
  });
  it.each(DISCIPLINES.map(({ code, meaning }) => [code, meaning]))(
    "discipline %s is %s, in layer names and sheet numbers",
    (code, meaning) => {
      const layer = parseName(`${code}-WALL`, HYPHENATED_DISCIPLINE);
      expect(layer.ok && layer.parts[0]).toMatchObject({ text: code, meaning });
      const sheet = parseName(`${code}-101`, SHEET_NUMBERS);
      expect(sheet.ok && sheet.parts[0]).toMatchObject({ text: code, meaning });
    },
  );
  it.each(SCHEMES.flatMap((grammar) => grammar.examples.map((example) => [grammar.id, example, grammar] as const)))(
    "%s: its example %s follows it, and every part has its place",
    (_id, example, grammar) => {
      const parsed = parseName(example, grammar);
      if (!parsed.ok) throw new Error(parsed.failure.message);
      for (const part of parsed.parts) expect(example.slice(part.at, part.at + part.text.length)).toBe(part.text);
    },
  );
});

describe.each(SCHEMES.map((grammar) => [grammar.id, grammar] as const))("any name of %s", (_id, grammar) => {
  it("that can be built is read into the same codes (a law)", () =>
    fc.assert(
      fc.property(codesOf(grammar), (codes) => {
        const built = buildName(codes, grammar);
        if (!built.ok) return;
        const parsed = parseName(built.value, grammar);
        if (!parsed.ok) throw new Error(`${built.value}: ${parsed.failure.message}`);
        expect(parsed.parts.map((part) => part.text).join("")).toBe(
          built.value.replaceAll(grammar.separator || "\u0000", ""),
        );
        const again: Record<string, string> = {};
        for (const part of parsed.parts) again[part.field] = part.text;
        expect(must(buildName(again, grammar))).toBe(built.value);
      }),
    ));
  it("in small letters fails where the first one stands, and is suggested in capitals (a law)", () =>
    fc.assert(
      fc.property(codesOf(grammar), (codes) => {
        const built = buildName(codes, grammar);
        if (!built.ok || !/[A-Z]/.test(built.value)) return;
        const small = built.value.toLowerCase();
        const parsed = parseName(small, grammar);
        expect(parsed.ok).toBe(false);
        if (!parsed.ok) expect(parsed.failure.at).toBeLessThanOrEqual(small.search(/[a-z]/) + 1);
        const [first] = suggestNames(small, grammar, [built.value]);
        expect(first).toMatchObject({ name: built.value, edits: 0, registered: true });
      }),
      { numRuns: 60 },
    ));
  it("or anything else is read or fails at a place within it, in a sentence (a law)", () =>
    fc.assert(
      fc.property(fc.string({ unit: "binary", maxLength: 60 }), (name) => {
        const parsed = parseName(name, grammar);
        if (parsed.ok) return;
        const { at, message } = parsed.failure;
        expect(at).toBeGreaterThanOrEqual(0);
        expect(at).toBeLessThanOrEqual(name.length);
        expect(message).toMatch(/[.]$/);
      }),
      { numRuns: 300 },
    ));
  it("is never suggested unless it follows the scheme or stands in the register (a law)", () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 24 }), (name) => {
        for (const { name: offered } of suggestNames(name, grammar, ["HOUSE STYLE"]))
          expect(offered === "HOUSE STYLE" || parseName(offered, grammar).ok).toBe(true);
      }),
      { numRuns: 200 },
    ));
});

describe("mistyped names of the demo's register", () => {
  const register = preset("tarnwick")!.layers.map((layer) => layer.name);
  const meant = (name: string): string | undefined =>
    sureSuggestion(suggestNames(name, HYPHENATED_DISCIPLINE, register))?.name;
  it.each([
    ["a-glaz", "A-GLAZ"],
    ["A_DOOR_SWNG", "A-DOOR-SWNG"],
    ["A WALL PATT", "A-WALL-PATT"],
    ["A-WAL", "A-WALL"],
    ["AWALL", "A-WALL"],
    ["walls", "A-WALL"],
    ["A-FLOR-STR", "A-FLOR-STRS"],
    ["S_FNDN", "S-FNDN"],
  ])("%s is %s", (name, wanted) => expect(meant(name)).toBe(wanted));
  it.each(["", "Ω", "layer 7", "QUERY-X-Y-Z", "x".repeat(200)])("of %j nothing is sure", (name) =>
    expect(meant(name)).toBeUndefined(),
  );
  it("each with one letter left out has itself among the first three", () => {
    for (const name of register)
      for (let i = 2; i < name.length; i++) {
        const mistyped = name.slice(0, i) + name.slice(i + 1);
        if (register.includes(mistyped) || name[i] === "-") continue;
        const offered = suggestNames(mistyped, HYPHENATED_DISCIPLINE, register).map((each) => each.name);
        expect(offered, mistyped).toContain(name);
      }
  });
});
