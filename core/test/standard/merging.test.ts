import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  applyEdits,
  differences,
  entriesOf,
  keyOf,
  mergeEntry,
  preset,
  usesOf,
  writeStandard,
  type Entry,
  type EntryEdit,
  type OfficeStandard,
} from "../../src/standard";

const STANDARD = preset("tarnwick")!;
const PROPERTIES = ["purpose", "pen", "lineType", "note", "order"] as const;
const value = fc.oneof(fc.constantFrom("a", "b", "c"), fc.integer({ min: 0, max: 3 }), fc.constant(undefined));
const entry = fc
  .record(Object.fromEntries(PROPERTIES.map((property) => [property, value])))
  .map((fields) => ({ name: "A-WALL", ...fields }) as Entry);
const said = (each: Entry): Record<string, unknown> =>
  Object.fromEntries(Object.entries(each).filter(([, what]) => what !== undefined));

describe("two people's changes of one entry", () => {
  it("of nothing by one are the other's (a law)", () =>
    fc.assert(
      fc.property(entry, entry, (was, mine) => {
        for (const merged of [mergeEntry(was, was, mine), mergeEntry(was, mine, was), mergeEntry(was, mine, mine)])
          expect(merged.kind === "merged" && said(merged.entry)).toEqual(said(mine));
      }),
    ));
  it("are brought together the same way whoever comes first (a law)", () =>
    fc.assert(
      fc.property(entry, entry, entry, (was, a, b) => {
        const [ab, ba] = [mergeEntry(was, a, b), mergeEntry(was, b, a)];
        expect(ab.kind).toBe(ba.kind);
        if (ab.kind === "merged" && ba.kind === "merged") expect(said(ab.entry)).toEqual(said(ba.entry));
        if (ab.kind === "conflict" && ba.kind === "conflict")
          expect([...ab.properties].sort()).toEqual([...ba.properties].sort());
      }),
    ));
  it("clash exactly in the properties that both changed, to different ends (a law)", () =>
    fc.assert(
      fc.property(entry, entry, entry, (was, theirs, mine) => {
        const clashing = PROPERTIES.filter(
          (property) =>
            theirs[property] !== was[property] &&
            mine[property] !== was[property] &&
            theirs[property] !== mine[property],
        );
        const merged = mergeEntry(was, theirs, mine);
        if (clashing.length === 0) expect(merged.kind).toBe("merged");
        else expect(merged.kind === "conflict" && [...merged.properties].sort()).toEqual([...clashing].sort());
      }),
    ));
});

/** Standards that differ here and there from the demo's. */
const other: fc.Arbitrary<OfficeStandard> = fc
  .array(
    fc.tuple(
      fc.nat(STANDARD.layers.length - 1),
      fc.constantFrom("0.13", "0.25", "0.5"),
      fc.constantFrom("x", "y"),
      fc.constantFrom<"change" | "remove" | "hide">("change", "remove", "hide"),
    ),
    { maxLength: 6 },
  )
  .map((changes) => {
    const standard = structuredClone(STANDARD) as OfficeStandard;
    for (const [row, pen, purpose, how] of changes) {
      const layer = standard.layers.find((each) => each.name === STANDARD.layers[row]!.name);
      if (!layer) continue;
      if (how === "change") Object.assign(layer, { pen, purpose });
      else if (how === "hide") standard.showing[layer.name] = { ...standard.showing[layer.name], detail: "faint" };
      else {
        standard.layers = standard.layers.filter((each) => each !== layer);
        delete standard.showing[layer.name];
      }
    }
    return standard;
  });

describe("differences between two standards", () => {
  it("of one from itself are none; the other way round they are as many, from and to changed about (a law)", () =>
    fc.assert(
      fc.property(other, other, (a, b) => {
        expect(differences(a, a)).toEqual([]);
        const [there, back] = [differences(a, b), differences(b, a)];
        expect(back.length).toBe(there.length);
        const turned = back.map(({ part, entry: of, property, from, to, kind }) =>
          JSON.stringify([
            part,
            of,
            property,
            to,
            from,
            { added: "removed", removed: "added", changed: "changed" }[kind],
          ]),
        );
        const straight = there.map(({ part, entry: of, property, from, to, kind }) =>
          JSON.stringify([part, of, property, from, to, kind]),
        );
        expect(turned.sort()).toEqual(straight.sort());
      }),
    ));
  it("are none exactly where both are one text (a law)", () =>
    fc.assert(
      fc.property(other, other, (a, b) => {
        expect(differences(a, b).length === 0).toBe(writeStandard(a) === writeStandard(b));
      }),
    ));
  it("are sentences of one line each", () =>
    fc.assert(
      fc.property(other, (a) => {
        for (const { words } of differences(STANDARD, a)) expect(words).toMatch(/^\S[^\n]*$/);
      }),
    ));
});

describe("edits of a list", () => {
  const edits: fc.Arbitrary<EntryEdit[]> = fc
    .uniqueArray(fc.nat(STANDARD.pens.length - 1), { maxLength: 4 })
    .map((rows) =>
      rows.map((row) => ({
        key: STANDARD.pens[row]!.id,
        entry: { ...STANDARD.pens[row]!, shadePercent: 50 } as never,
      })),
    );
  it("that touch different entries come to the same in any order (a law)", () =>
    fc.assert(
      fc.property(
        edits.chain((list) => fc.tuple(fc.constant(list), fc.shuffledSubarray(list, { minLength: list.length }))),
        ([a, b]) => {
          expect(writeStandard(applyEdits(STANDARD, "pens", a)!)).toBe(writeStandard(applyEdits(STANDARD, "pens", b)!));
        },
      ),
    ));
  it("leave the standard that they were made on as it is", () => {
    const before = writeStandard(STANDARD);
    applyEdits(STANDARD, "pens", [{ key: "0.5", entry: { ...STANDARD.pens[4]!, id: "bold" } as never }]);
    applyEdits(STANDARD, "layers", [{ key: "A-WALL", entry: null }]);
    expect(writeStandard(STANDARD)).toBe(before);
  });
  it("a new entry stands where it was put", () => {
    const fresh = { ...STANDARD.pens[0]!, id: "new" } as never;
    const at = (place?: number): string[] =>
      entriesOf(
        applyEdits(STANDARD, "pens", [{ key: null, entry: fresh, ...(place === undefined ? {} : { at: place }) }])!,
        "pens",
      ).map((pen) => keyOf("pens", pen));
    expect(at(0)[0]).toBe("new");
    expect(at(3)[3]).toBe("new");
    expect(at().at(-1)).toBe("new");
  });
  it("names of what uses an entry are each told once", () => {
    const uses = usesOf(STANDARD, "pens", "0.25").map((use) => `${use.list} ${use.key}`);
    expect(new Set(uses).size).toBe(uses.length);
    expect(uses).toContain("layers A-GLAZ");
    expect(uses).toContain("penSchedules ceiling");
  });
});
