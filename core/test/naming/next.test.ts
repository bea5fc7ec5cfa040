import { describe, expect, it } from "vitest";
import { HYPHENATED_DISCIPLINE, nextNumber, SHEET_NUMBERS, type NameGrammar } from "../../src/naming";

/** Volumes and numbers, as in “2.07”: a scheme that does not end in its count. */
const WITH_PHASE: NameGrammar = {
  ...SHEET_NUMBERS,
  separator: ".",
  fields: [
    { id: "count", title: "count", minLength: 2, maxLength: 2, characters: "digits", required: true },
    { id: "phase", title: "phase", minLength: 1, maxLength: 1, characters: "letters", required: true },
  ],
  examples: ["01.D"],
};

describe("the next number of a register", () => {
  // Sheet numbers: United States National CAD Standard (handbook 2).
  it.each<[string, readonly string[], NameGrammar, string | undefined]>([
    ["counts on after the last", ["A-101", "A-102"], SHEET_NUMBERS, "A-103"],
    ["keeps as many digits", ["A-109"], SHEET_NUMBERS, "A-110"],
    ["stays in the series of the last", ["A-101", "A-201"], SHEET_NUMBERS, "A-202"],
    ["passes over what is taken", ["A-103", "A-102", "A-101"], SHEET_NUMBERS, "A-104"],
    ["of an empty register is the scheme's example", [], SHEET_NUMBERS, SHEET_NUMBERS.examples[0]],
    ["is not there where the digits are used up", ["A-199"], SHEET_NUMBERS, undefined],
    ["is not there after one that is off the scheme", ["Sketch 9"], SHEET_NUMBERS, undefined],
    ["is not there where nothing counts", ["A-WALL"], HYPHENATED_DISCIPLINE, undefined],
    ["counts the last field of digits, wherever it stands", ["07.D"], WITH_PHASE, "08.D"],
  ])("%s", (_what, register, grammar, wanted) => expect(nextNumber(register, grammar)).toBe(wanted));
});
