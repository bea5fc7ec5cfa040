import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  applyEdit,
  editInWords,
  inverseOf,
  preset,
  seenNow,
  writeStandard,
  type DraftEdit,
  type Entry,
  type EntryEdit,
  type OfficeStandard,
  type SingleEdit,
} from "../../src/standard";

const STANDARD = preset("tarnwick")!;
const NAMES = STANDARD.layers.map((layer) => layer.name);
const KINDS = STANDARD.kinds.map((kind) => kind.id);
const entry = (row: number, change: object): Entry => ({ ...STANDARD.layers[row]!, ...change }) as Entry;

function after(standard: OfficeStandard, edit: DraftEdit): OfficeStandard {
  const applied = applyEdit(standard, edit);
  if (applied.kind !== "changed") throw new Error(JSON.stringify(applied));
  return applied.standard;
}

/** One to six edits of different layers: changed, renamed, removed, added at a place. */
const layers: fc.Arbitrary<SingleEdit> = fc
  .uniqueArray(fc.nat(NAMES.length - 1), { minLength: 1, maxLength: 6 })
  .chain((rows) =>
    fc.tuple(
      ...rows.map((row) =>
        fc.constantFrom<EntryEdit>(
          { key: NAMES[row]!, entry: entry(row, { purpose: "Other" }) },
          { key: NAMES[row]!, entry: entry(row, { name: `A-SPCL-${row}` }) },
          { key: NAMES[row]!, entry: null },
          { key: null, entry: entry(row, { name: `A-NEWS-${row}` }), at: row },
        ),
      ),
    ),
  )
  .map((edits) => ({ of: "list", list: "layers", edits }));
const cells: fc.Arbitrary<SingleEdit> = fc
  .uniqueArray(
    fc.record({
      layer: fc.constantFrom(...NAMES),
      kind: fc.constantFrom(...KINDS),
      state: fc.constantFrom("drawn", "needed", "faint", "left-out", null),
    }),
    { minLength: 1, maxLength: 9, selector: ({ layer, kind }) => `${layer} ${kind}` },
  )
  .map((list) => ({ of: "cells", cells: list }));
const facts: fc.Arbitrary<SingleEdit> = fc
  .record(
    {
      name: fc.string({ minLength: 1, maxLength: 20 }),
      units: fc.constantFrom("metric" as const, "feet-inches" as const),
      defaultLayers: fc.array(fc.string({ maxLength: 10 }), { maxLength: 4 }),
      legendOrder: fc.shuffledSubarray(["materials", "finishes", "components", "abbreviations"]),
      textStyleNames: fc.string({ minLength: 1, maxLength: 20 }),
    },
    { requiredKeys: [] },
  )
  .map((said) => ({ of: "facts", facts: said }));
const rules: fc.Arbitrary<SingleEdit> = fc
  .dictionary(
    fc.constantFrom("layer/empty", "line/hairline", "sheet/size"),
    fc.constantFrom(null, { severity: "stop" as const }, { parameters: { offMm: 1 } }),
  )
  .map((said) => ({ of: "rules", rules: said }));
const scheme: fc.Arbitrary<SingleEdit> = fc
  .constantFrom("layers" as const, "sheets" as const)
  .map((which) => ({ of: "scheme", which, scheme: { ...STANDARD.naming[which], title: "Ours" } }));
const defaultLayer: fc.Arbitrary<SingleEdit> = fc.record({
  of: fc.constant("default-layer" as const),
  name: fc.constantFrom("Default", "Sketch", "Layer 1"),
  is: fc.boolean(),
});
const single = fc.oneof(layers, cells, facts, rules, scheme, defaultLayer);
const anyEdit: fc.Arbitrary<DraftEdit> = fc.oneof(
  { weight: 5, arbitrary: single },
  { weight: 1, arbitrary: fc.tuple(cells, facts, rules).map((edits) => ({ of: "several" as const, edits })) },
);

describe("every edit of a draft", () => {
  it("is taken back by its inverse, with all that refers to what was renamed (a law)", () =>
    fc.assert(
      fc.property(anyEdit, anyEdit, (first, second) => {
        fc.pre(applyEdit(STANDARD, first).kind === "changed");
        const before = after(STANDARD, first);
        const applied = applyEdit(before, second);
        fc.pre(applied.kind === "changed");
        const back = inverseOf(before, second);
        if (applied.kind === "changed") {
          expect(writeStandard(after(applied.standard, back))).toBe(writeStandard(before));
        }
      }),
      { numRuns: 300 },
    ));
  it("goes over the line and is the same edit (a law)", () =>
    fc.assert(
      fc.property(anyEdit, (edit) => {
        const sent = JSON.parse(JSON.stringify(seenNow(STANDARD, edit))) as DraftEdit;
        const [here, there] = [applyEdit(STANDARD, edit), applyEdit(STANDARD, sent)];
        expect(there.kind).toBe(here.kind);
        if (here.kind === "changed" && there.kind === "changed")
          expect(writeStandard(there.standard)).toBe(writeStandard(here.standard));
      }),
      { numRuns: 100 },
    ));
  it("leaves what it was made on as it is (a law)", () =>
    fc.assert(
      fc.property(anyEdit, (edit) => {
        const before = writeStandard(STANDARD);
        applyEdit(STANDARD, edit);
        expect(writeStandard(STANDARD)).toBe(before);
      }),
      { numRuns: 60 },
    ));
});

describe("an edit in words", () => {
  const list = (...edits: EntryEdit[]): DraftEdit => ({ of: "list", list: "layers", edits });
  const chart = (...names: string[]): DraftEdit => ({
    of: "cells",
    cells: names.map((layer) => ({ layer, kind: "plan", state: "drawn" })),
  });
  it.each<[string, DraftEdit]>([
    ["layer A-GLAZ", list({ key: "A-GLAZ", entry: { name: "A-GLAZ" } })],
    ["layer A-GLAZ", list({ key: "A-GLAZ", entry: null })],
    ["layer A-NEW", list({ key: null, entry: { name: "A-NEW" } })],
    ["2 layers", list({ key: "A", entry: null }, { key: "B", entry: null })],
    ["0 layers", list()],
    ["showing chart, A-WALL in plan", chart("A-WALL")],
    ["3 cells of the showing chart", chart("A", "B", "C")],
    ["scheme of layers", { of: "scheme", which: "layers", scheme: {} as never }],
    ["scheme of sheet numbers", { of: "scheme", which: "sheets", scheme: {} as never }],
    ["what is said of layer/empty", { of: "rules", rules: { "layer/empty": null } }],
    ["settings of the standard", { of: "facts", facts: { name: "North" } }],
    ["default layer Sketch", { of: "default-layer", name: "Sketch", is: true }],
  ])("%s", (words, edit) => expect(editInWords(edit)).toBe(words));
});

describe("an edit of what somebody else changed", () => {
  const at = NAMES.indexOf("A-GLAZ");
  const theirs = after(STANDARD, {
    of: "list",
    list: "layers",
    edits: [{ key: "A-GLAZ", entry: entry(at, { pen: "0.18" }) }],
  });
  const mine = (change: object): DraftEdit =>
    seenNow(STANDARD, { of: "list", list: "layers", edits: [{ key: "A-GLAZ", entry: entry(at, change) }] });
  it("in another property is brought together", () => {
    const applied = applyEdit(theirs, mine({ purpose: "Glass" }));
    expect(applied).toMatchObject({ kind: "changed", merged: ["A-GLAZ"] });
    if (applied.kind === "changed")
      expect(applied.standard.layers[at]).toMatchObject({ pen: "0.18", purpose: "Glass" });
  });
  it("in the same property is a conflict, with both", () =>
    expect(applyEdit(theirs, mine({ pen: "0.35" }))).toMatchObject({
      kind: "conflict",
      conflicts: [{ key: "A-GLAZ", properties: ["pen"], theirs: { pen: "0.18" }, mine: { pen: "0.35" } }],
    }));
  it("brings back what was removed, at its place", () => {
    const forth: DraftEdit = {
      of: "list",
      list: "layers",
      edits: [
        { key: NAMES[3]!, entry: null },
        { key: NAMES[7]!, entry: null },
      ],
    };
    expect(after(after(STANDARD, forth), inverseOf(STANDARD, forth)).layers).toEqual(STANDARD.layers);
  });
  it("of a scheme that was not seen is stale", () => {
    const { layers: was } = STANDARD.naming;
    expect(
      applyEdit(STANDARD, { of: "scheme", which: "layers", scheme: was, was: { ...was, separator: "_" } }).kind,
    ).toBe("stale");
  });
});
