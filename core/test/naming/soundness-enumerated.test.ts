import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { matchesSomething, schemeFaults, type NameField, type NameGrammar } from "../../src/naming";
import { ownScheme } from "../support/schemes";

/** Schemes so small that all their names can be written out: what is found must be what is there. */
const text = fc
  .array(fc.constantFrom("A", "B", "C"), { minLength: 1, maxLength: 3 })
  .map((letters) => letters.join(""));
const fieldOf = (index: number): fc.Arbitrary<NameField> =>
  fc
    .record({
      codes: fc.uniqueArray(text, { minLength: 1, maxLength: 4 }),
      minLength: fc.integer({ min: 1, max: 3 }),
      more: fc.integer({ min: 0, max: 2 }),
      required: fc.boolean(),
      joined: fc.boolean(),
    })
    .map(({ codes, minLength, more, required, joined }) => ({
      id: `f${index}`,
      title: `field ${index}`,
      minLength,
      // Each field another longest length: fields of one definition are filled in order, which is no second reading.
      maxLength: minLength + more + 4 * index,
      characters: "letters" as const,
      required,
      joined,
      codes: codes.map((code) => ({ code, meaning: "" })),
    }));
const schemes: fc.Arbitrary<NameGrammar> = fc
  .record({ count: fc.integer({ min: 1, max: 3 }), separator: fc.constantFrom("", "-") })
  .chain(({ count, separator }) =>
    fc.tuple(...Array.from({ length: count }, (_, i) => fieldOf(i))).map((fields) => ownScheme(fields, separator)),
  );

/** Every name of a scheme with every way in which it is put together. */
function namesOf({ fields, separator }: NameGrammar): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  const go = (index: number, name: string, reading: string): void => {
    const field = fields[index];
    if (!field) {
      if (name !== "") found.set(name, (found.get(name) ?? new Set()).add(reading));
      return;
    }
    if (!field.required) go(index + 1, name, reading);
    for (const { code } of field.codes ?? []) {
      if (code.length < field.minLength || code.length > field.maxLength) continue;
      const between = name === "" || field.joined ? "" : separator;
      go(index + 1, `${name}${between}${code}`, `${reading} ${field.id}=${code}`);
    }
  };
  go(0, "", "");
  return found;
}

describe("small schemes, written out", () => {
  it("match something where there is a name", () =>
    fc.assert(
      fc.property(schemes, (scheme) => {
        expect(matchesSomething(scheme)).toBe(namesOf(scheme).size > 0);
      }),
      { numRuns: 400 },
    ));
  it("have a name of two readings where there is one, and the example is such a name", () =>
    fc.assert(
      fc.property(schemes, (scheme) => {
        const names = namesOf(scheme);
        const twice = [...names].some(([, readings]) => readings.size > 1);
        const fault = schemeFaults(scheme).find(({ kind }) => kind === "ambiguous");
        expect(fault !== undefined).toBe(twice);
        if (fault) expect(names.get(fault.example ?? "")?.size).toBeGreaterThan(1);
      }),
      { numRuns: 400 },
    ));
});

describe("a scheme of any size", { timeout: 10_000 }, () => {
  const many = (required: (i: number) => boolean): NameGrammar =>
    ownScheme(
      Array.from({ length: 20 }, (_, i) => ({
        id: `f${i}`,
        title: `${i}`,
        minLength: 1,
        maxLength: 64 - i,
        characters: i === 19 ? ("digits" as const) : ("letters-and-digits" as const),
        required: required(i),
        codes: Array.from({ length: 300 }, (_, n) => ({ code: i === 19 ? `${n}` : `${n}A${i}`, meaning: "" })),
        codeIsPrefix: true,
      })),
    );
  it("is answered within its steps, whatever its fields", () => {
    for (const required of [() => true, () => false, (i: number) => i === 19, (i: number) => i % 2 === 0]) {
      expect(matchesSomething(many(required))).toBe(true);
      expect(schemeFaults(many(required)).every(({ kind }) => kind !== "never-matches")).toBe(true);
    }
  });
});
