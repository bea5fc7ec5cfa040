import { distance } from "fastest-levenshtein";
import { describe, expect, it } from "vitest";
import { parseName, schemeFaults, Suggester, type NameCode, type NameField, type NameGrammar } from "../../src/naming";
import { ownScheme } from "../support/schemes";
import { checkStandard, preset, type OfficeStandard } from "../../src/standard";
import { suggestNames } from "../support/suggested";

/**
 * Each of these once took minutes, or never ended. A test can't be asked how long it took without being a matter of
 * luck; one that never ends runs into the time limit of the tests.
 */
const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";
const word = (length: number, n: number): string =>
  Array.from({ length }, (_, i) => LETTERS[Math.floor(n / 26 ** i) % 26]).join("");

const field = (id: number, more: Partial<NameField> = {}): NameField => ({
  id: `f${id}`,
  title: `field ${id}`,
  characters: "letters",
  minLength: 1,
  maxLength: 6,
  required: true,
  ...more,
});
const scheme = (fields: NameField[], separator = "", filler = ""): NameGrammar => ({
  ...ownScheme(fields, separator),
  filler,
});
const codes = (count: number, length: number): NameCode[] =>
  Array.from({ length: count }, (_, i) => ({ code: word(length, i * 7919), meaning: `code ${i}` }));

describe("a hostile scheme", () => {
  it("of twenty fields without separators gives up on a name that fails at its end", () => {
    for (const required of [true, false]) {
      const grammar = scheme(Array.from({ length: 20 }, (_, i) => field(i, { required, maxLength: 60 })));
      for (const length of [31, 254])
        expect(parseName(`${"A".repeat(length)}1`, grammar)).toMatchObject({ ok: false, failure: { at: length } });
    }
  });
  it.each<[string, number, number, string]>([
    ["five fields of 500 codes", 5, 500, "-"],
    ["twenty fields of 5,000 codes", 20, 5000, "-"],
    ["the same without separators", 20, 5000, ""],
  ])("of %s is looked through", (_what, fields, count, separator) => {
    const grammar = scheme(
      Array.from({ length: fields }, (_, i) => field(i, { minLength: 4, maxLength: 4, codes: codes(count, 4) })),
      separator,
    );
    expect(schemeFaults(grammar)).toEqual([]);
  });
  it("that is ambiguous only after many characters is found out still", () => {
    const long = "A".repeat(5);
    const grammar = scheme([
      field(0, {
        maxLength: 6,
        codes: [
          { code: long, meaning: "a" },
          { code: `${long}A`, meaning: "b" },
        ],
      }),
      field(1, { required: false, codes: [{ code: "A", meaning: "c" }] }),
    ]);
    expect(schemeFaults(grammar)).toMatchObject([{ kind: "ambiguous", example: `${long}A` }]);
  });
});

describe("names by the hundred thousand", () => {
  it("are compared with a register of 5,000 that is made ready once", () => {
    const grammar = scheme([field(0, { codes: codes(200, 4) }), field(1, { required: false })], "-");
    const register = Array.from({ length: 5000 }, (_, i) => `${word(4, i * 7919)}-${word(3, i * 104_729)}`);
    const suggester = new Suggester(grammar, register);
    for (let i = 0; i < 3000; i++) {
      const name = `${word(4, i * 7919)}-${word(3, i * 104_729 + 1)}`;
      const nearest = suggester.nearest(name);
      if (i % 500 === 0) expect(nearest).toEqual(suggestNames(name, grammar, register));
    }
  });
});

describe("what is passed over", () => {
  it("could not have been meant: the nearest is that of comparing with each (a law)", () => {
    const grammar = scheme([field(0, { minLength: 9, maxLength: 9 })]);
    const register = Array.from({ length: 400 }, (_, i) => word(5, i * 7919) + (i % 7));
    const suggester = new Suggester(grammar, register);
    for (let i = 0; i < 300; i++) {
      const near = register[i % register.length]!;
      const name = `${near.slice(0, i % 6)}${word(1, i)}${near.slice((i % 6) + (i % 2))}`;
      const least = Math.min(...register.filter((each) => each !== name).map((each) => distance(name, each)));
      const most = Math.max(1, Math.floor(name.length * 0.34));
      expect(suggester.nearest(name)[0]?.edits, name).toBe(least <= most ? least : undefined);
    }
  });
});

describe("successors", () => {
  const layers = (standard: OfficeStandard, names: readonly string[], successor: (i: number) => string | undefined) =>
    names.map((name, i) => {
      const next = successor(i);
      return { ...standard.layers[0]!, name, withdrawn: true, ...(next ? { successor: next } : {}) };
    });
  it("in a circle of 5,000 are told without writing out 5,000 names for each", () => {
    const standard = JSON.parse(JSON.stringify(preset("tarnwick")!)) as OfficeStandard;
    const names = Array.from({ length: 5000 }, (_, i) => `L${i}`);
    standard.layers = layers(standard, names, (i) => names[(i + 1) % names.length]);
    standard.showing = {};
    const checked = checkStandard(JSON.parse(JSON.stringify(standard)));
    const circular = checked.ok ? [] : checked.problems.filter(({ code }) => code === "circular-successor");
    expect(circular.length).toBe(5000);
    expect(circular[4999]!.message).toBe(
      "The successors of L4999 lead back to it: L4999 → L0 → L1 → L2 → L3 → L4 → L5 → L6 → … → L4999.",
    );
  });
  it("that lead into a circle are not in it", () => {
    const standard = JSON.parse(JSON.stringify(preset("tarnwick")!)) as OfficeStandard;
    standard.layers = layers(standard, ["A-WALL", "A-DOOR", "A-GLAZ"], (i) => ["A-DOOR", "A-GLAZ", "A-DOOR"][i]);
    standard.showing = {};
    const checked = checkStandard(JSON.parse(JSON.stringify(standard)));
    const messages = (checked.ok ? [] : checked.problems)
      .filter(({ code }) => code === "circular-successor")
      .map(({ message }) => message);
    expect(messages).toEqual([
      "The successors of A-DOOR lead back to it: A-DOOR → A-GLAZ → A-DOOR.",
      "The successors of A-GLAZ lead back to it: A-GLAZ → A-DOOR → A-GLAZ.",
    ]);
  });
});

describe("an entry that is none", () => {
  it.each([
    ["a list", [[]]],
    ["a list in a list", [[[]]]],
    ["nothing", [null]],
    ["a word", ["x"]],
  ])("%s is not taken for an entry", (_what, entries) => {
    const standard = JSON.parse(JSON.stringify(preset("tarnwick")!)) as Record<string, unknown>;
    for (const list of ["notes", "slopes"]) expect(checkStandard({ ...standard, [list]: entries }).ok).toBe(false);
    const frames = standard["frames"] as object[];
    expect(checkStandard({ ...standard, frames: [{ ...frames[0], items: entries }] }).ok).toBe(false);
  });
});
