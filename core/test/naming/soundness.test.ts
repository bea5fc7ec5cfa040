import { describe, expect, it } from "vitest";
import {
  HYPHENATED_DISCIPLINE,
  ISO_13567,
  parseName,
  schemeFaults,
  SHEET_NUMBERS,
  type NameField,
  type NameGrammar,
} from "../../src/naming";
import { ownScheme } from "../support/schemes";

const field = (id: string, minLength: number, maxLength: number, more: Partial<NameField> = {}): NameField => ({
  id,
  title: id,
  minLength,
  maxLength,
  characters: "letters",
  required: true,
  ...more,
});
const scheme = (separator: string, ...fields: NameField[]): NameGrammar => ownScheme(fields, separator);
const kinds = (grammar: NameGrammar): string[] => schemeFaults(grammar).map((fault) => fault.kind);
const codes = (...list: string[]) => list.map((code) => ({ code, meaning: code }));

describe("a scheme of names against itself", () => {
  it.each([HYPHENATED_DISCIPLINE, ISO_13567, SHEET_NUMBERS])("published: $id is sound", (grammar) =>
    expect(schemeFaults(grammar)).toEqual([]),
  );
  it("two fields of varying length with nothing between can be parted in two ways, and both are shown", () => {
    const [fault] = schemeFaults(scheme("-", field("element", 1, 2), field("part", 1, 2, { joined: true })));
    expect(fault).toMatchObject({
      kind: "ambiguous",
      example: "AAA",
      readings: ["element AA, part A", "element A, part AA"],
    });
  });
  it("the example really has both readings: each half is a name of its field", () => {
    const [fault] = schemeFaults(scheme("", field("a", 1, 3), field("b", 1, 3)));
    for (const reading of fault!.readings!)
      for (const part of reading.split(", ")) expect(part).toMatch(/^[ab] [A-Z]{1,3}$/);
  });
  it("an optional field before another that takes the same text", () =>
    expect(
      kinds(
        scheme(
          "-",
          field("a", 1, 1),
          field("b", 2, 2, { required: false, codes: codes("AB") }),
          field("c", 2, 2, { required: false }),
        ),
      ),
    ).toEqual(["ambiguous"]));
  it("optional fields of one definition are filled in order, which is no second reading", () =>
    expect(
      kinds(
        scheme("-", field("a", 1, 1), field("b", 4, 4, { required: false }), field("c", 4, 4, { required: false })),
      ),
    ).toEqual([]));
  it("fixed lengths without a separator can be told apart", () =>
    expect(kinds(scheme("", field("a", 1, 1), field("b", 2, 2)))).toEqual([]));
  it("codes that the field can't hold are named; where none is left, no name can follow the scheme", () => {
    expect(kinds(scheme("-", field("a", 2, 2, { codes: codes("AB", "12", "ABC") })))).toEqual([
      "code-never-fits",
      "code-never-fits",
    ]);
    expect(kinds(scheme("-", field("a", 2, 2, { codes: codes("12") })))).toEqual(["code-never-fits", "never-matches"]);
    expect(kinds(scheme("-"))).toEqual(["never-matches"]);
  });
  it("in fixed positions no field is left out before another", () => {
    expect(parseName("S-280---E-N", ISO_13567).ok).toBe(true);
    expect(parseName("S-280---E-1", ISO_13567)).toMatchObject({
      ok: false,
      failure: { field: "status", reason: "unknown-code" },
    });
  });
});
